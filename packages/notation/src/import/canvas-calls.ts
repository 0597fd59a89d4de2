import { parsePathData } from "@vertexon/geometry";
import { numberText, pathItem } from "./expressions";
import { ImportError, type Imported, type ImportedItem, Notes } from "./imported";

/**
 * Reads the path calls of the canvas standard in source code: `moveTo`, `lineTo`, curves, arcs and rectangles, each
 * `beginPath` a shape of its own. Other calls, and arguments that are no numbers, are listed and left out.
 * Source: HTML Living Standard, 4.12.5.1.6 to 4.12.5.1.9, CanvasPath.
 */
export function readCanvasCalls(text: string): Imported {
  const notes = new Notes();
  const items: ImportedItem[] = [];
  let pen = new Pen();
  const finish = (fill: string): void => {
    if (pen.hasDrawn) {
      const data = pen.data.join(" ");
      items.push(pathItem(null, data, parsePathData(data), fill === "evenodd" ? "evenodd" : "nonzero"));
    }
    pen = new Pen();
  };
  let fillRule = "";
  for (const { name, args } of callsIn(text)) {
    if (name === "beginPath") {
      finish(fillRule);
      fillRule = "";
    } else if (name === "fill" || name === "clip") {
      fillRule = /evenodd/.test(args) ? "evenodd" : fillRule;
      pen.close(); // as filling does
    } else if (Object.hasOwn(CALLS, name)) {
      const numbers = args.trim() ? args.split(",").map((argument) => numberIn(argument.trim())) : [];
      if (numbers.some((value) => value === null)) notes.add(`${name}(${args.trim()}): write the values of its names`);
      else CALLS[name](pen, numbers as number[]);
    } else if (!SILENT.has(name)) notes.add(`${name}(…)`);
  }
  finish(fillRule);
  if (items.length === 0)
    throw new ImportError(`these calls draw nothing that could be read: ${notes.list().join(", ") || "no numbers"}`);
  return { source: "canvas calls", items, notes: notes.list(), plan: null };
}

/** Whether a text holds such calls. */
export function isCanvasCalls(text: string): boolean {
  return /\b(?:moveTo|lineTo|bezierCurveTo|quadraticCurveTo|arcTo|ellipse|arc)\s*\(/.test(text);
}

/** Calls that say how something is painted, not where. */
const SILENT = new Set(["stroke", "save", "restore", "getContext", "Path2D", "setLineDash", "fillText"]);

/** All calls `name(…)` with the text between their brackets; brackets inside are part of it. */
function callsIn(text: string): { name: string; args: string }[] {
  const plain = text.replace(/\/\/[^\n]*|\/\*[\s\S]*?\*\//g, " ");
  const calls: { name: string; args: string }[] = [];
  const call = /([A-Za-z_$][\w$]*)\s*\(/g;
  for (let found = call.exec(plain); found; found = call.exec(plain)) {
    let depth = 1;
    let end = call.lastIndex;
    for (; end < plain.length && depth > 0; end++) depth += plain[end] === "(" ? 1 : plain[end] === ")" ? -1 : 0;
    calls.push({ name: found[1], args: plain.slice(call.lastIndex, end - 1) });
    call.lastIndex = end;
  }
  return calls;
}

/** A number, or a product or sum of numbers and Math.PI; null for anything else. */
function numberIn(text: string): number | null {
  if (text === "true") return 1;
  if (text === "false") return 0;
  const tokens = text.replaceAll(/Math\.PI|Math\.TAU/g, (name) => String(name === "Math.PI" ? Math.PI : 2 * Math.PI));
  if (!/^[\d.eE+\-*/() ]+$/.test(tokens)) return null;
  const parts = tokens.match(/\d+\.?\d*(?:[eE][+-]?\d+)?|\.\d+|[-+*/()]/g) ?? [];
  let next = 0;
  const factor = (): number => {
    const part = parts[next++];
    if (part === "-") return -factor();
    if (part === "+") return factor();
    if (part !== "(") return Number(part);
    const inner = sum();
    next++;
    return inner;
  };
  const product = (): number => {
    let value = factor();
    while (parts[next] === "*" || parts[next] === "/")
      value = parts[next++] === "*" ? value * factor() : value / factor();
    return value;
  };
  function sum(): number {
    let value = product();
    while (parts[next] === "+" || parts[next] === "-") value += (parts[next++] === "+" ? 1 : -1) * product();
    return value;
  }
  const value = sum();
  return next === parts.length && Number.isFinite(value) ? value : null;
}

/** A path as it grows: path data, and where it is. */
class Pen {
  readonly data: string[] = [];
  x = 0;
  y = 0;
  hasDrawn = false;
  private begun = false;

  move(x: number, y: number): void {
    this.data.push(`M ${pair(x, y)}`);
    [this.x, this.y, this.begun] = [x, y, true];
  }

  /** To a place by a command; where nothing was begun, as the standard has it, it begins there. */
  draw(command: string, numbers: readonly number[], x: number, y: number): void {
    if (!this.begun) this.move(numbers[0] ?? x, numbers[1] ?? y);
    this.data.push(`${command} ${numbers.map((value) => numberText(value, true)).join(" ")}`);
    [this.x, this.y, this.hasDrawn] = [x, y, true];
  }

  line(x: number, y: number): void {
    if (this.begun) this.draw("L", [x, y], x, y);
    else this.move(x, y);
  }

  close(): void {
    if (this.begun && this.data.at(-1) !== "Z") this.data.push("Z");
  }

  /** An elliptical arc from one angle to another; whole turns in two halves. */
  arc(x: number, y: number, rx: number, ry: number, turned: number, from: number, to: number, back: boolean): void {
    const turn = 2 * Math.PI;
    let sweep = back ? from - to : to - from;
    sweep = sweep >= turn ? turn : ((sweep % turn) + turn) % turn;
    const at = (angle: number): [number, number] => {
      const [c, s] = [rx * Math.cos(angle), ry * Math.sin(angle)];
      return [x + c * Math.cos(turned) - s * Math.sin(turned), y + c * Math.sin(turned) + s * Math.cos(turned)];
    };
    const steps = sweep > Math.PI ? 2 : 1;
    this.line(...at(from));
    for (let i = 1; i <= steps && sweep > 0; i++) {
      const [px, py] = at(from + ((back ? -1 : 1) * sweep * i) / steps);
      this.draw("A", [rx, ry, (turned * 180) / Math.PI, 0, back ? 0 : 1, px, py], px, py);
    }
  }

  /** The arc that touches both lines around a corner. */
  arcTo(x1: number, y1: number, x2: number, y2: number, radius: number): void {
    const [ax, ay, bx, by] = [this.x - x1, this.y - y1, x2 - x1, y2 - y1];
    const [a, b] = [Math.hypot(ax, ay), Math.hypot(bx, by)];
    const cross = ax * by - ay * bx;
    if (!this.begun || a === 0 || b === 0 || radius === 0 || cross === 0) {
      this.line(x1, y1);
      return;
    }
    const half = Math.acos((ax * bx + ay * by) / (a * b)) / 2;
    const reach = radius / Math.tan(half);
    this.line(x1 + (ax / a) * reach, y1 + (ay / a) * reach);
    const [x, y] = [x1 + (bx / b) * reach, y1 + (by / b) * reach];
    this.draw("A", [radius, radius, 0, 0, cross < 0 ? 1 : 0, x, y], x, y);
  }

  rect(x: number, y: number, width: number, height: number): void {
    this.move(x, y);
    this.draw("h", [width], x, y);
    this.draw("v", [height], x, y);
    this.draw("h", [-width], x, y);
    this.close();
    [this.x, this.y] = [x, y];
  }
}

function pair(x: number, y: number): string {
  return `${numberText(x, true)} ${numberText(y, true)}`;
}

const CALLS: Record<string, (pen: Pen, values: number[]) => void> = {
  moveTo: (pen, [x, y]) => pen.move(x, y),
  lineTo: (pen, [x, y]) => pen.line(x, y),
  closePath: (pen) => pen.close(),
  quadraticCurveTo: (pen, v) => pen.draw("Q", v.slice(0, 4), v[2], v[3]),
  bezierCurveTo: (pen, v) => pen.draw("C", v.slice(0, 6), v[4], v[5]),
  arc: (pen, [x, y, r, from, to, back = 0]) => pen.arc(x, y, r, r, 0, from, to, back === 1),
  ellipse: (pen, [x, y, rx, ry, turned, from, to, back = 0]) => pen.arc(x, y, rx, ry, turned, from, to, back === 1),
  arcTo: (pen, [x1, y1, x2, y2, r]) => pen.arcTo(x1, y1, x2, y2, r),
  rect: (pen, [x, y, w, h]) => pen.rect(x, y, w, h),
  fillRect: (pen, [x, y, w, h]) => pen.rect(x, y, w, h),
  strokeRect: (pen, [x, y, w, h]) => pen.rect(x, y, w, h),
};
