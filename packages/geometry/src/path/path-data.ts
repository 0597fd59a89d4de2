import { arcFromEndpoints } from "./arc";
import type { Path, Subpath } from "./model";

/** Malformed path data. `offset` is the first character at which nothing valid can follow, counted from 0. */
export class PathDataError extends Error {
  override readonly name = "PathDataError";
  constructor(
    readonly offset: number,
    readonly expected: string,
    found: string,
  ) {
    super(`path data, character ${offset + 1}: expected ${expected}, found ${found}`);
  }
}

/** Reads SVG path data. Throws {@link PathDataError} when the text does not follow the SVG 2 grammar to its end. */
export function parsePathData(d: string): Path {
  const { path, error } = parsePathPrefix(d);
  if (error) throw error;
  return path;
}

/** Reads as much as is valid, as the SVG 2 standard has a renderer draw it (section 9.5.4), and the error that ended it. */
export function parsePathPrefix(d: string): { path: Path; error: PathDataError | null } {
  const reader = new Reader(d);
  const subpaths: Subpath[] = [];
  try {
    readSubpaths(reader, subpaths);
    return { path: { subpaths }, error: null };
  } catch (error) {
    if (error instanceof PathDataError) return { path: { subpaths }, error };
    throw error;
  }
}

/** A point that path data states outright, in an absolute command: its value, and where its numbers stand. */
export interface WrittenPathPoint {
  x: number;
  y: number;
  /** From the first character up to, not including, the second; null for the coordinate that H and V leave out. */
  xAt: [from: number, to: number] | null;
  yAt: [from: number, to: number] | null;
  role: "vertex" | "control";
}

/** The points that absolute commands state, in the order of the text. Throws {@link PathDataError} as parsing does. */
export function writtenPathPoints(d: string): WrittenPathPoint[] {
  const points: WrittenPathPoint[] = [];
  readSubpaths(new Reader(d), [], { point: (point) => points.push(point) });
  return points;
}

/**
 * Where the text of each segment stands, subpath by subpath: its command's letter, when it is the first of that command,
 * and its numbers. A closed subpath has one more, for the command that closes it.
 */
export function pathSegmentPlaces(d: string): [from: number, to: number][][] {
  const places: [number, number][][] = [];
  readSubpaths(new Reader(d), [], {
    segment: (subpath, from, to) => {
      while (places.length <= subpath) places.push([]);
      places[subpath].push([from, to]);
    },
  });
  return places;
}

interface Listener {
  point?(point: WrittenPathPoint): void;
  segment?(subpath: number, from: number, to: number): void;
}

function readSubpaths(reader: Reader, subpaths: Subpath[], listener: Listener = {}): void {
  let subpath: Subpath | null = null;
  let x = 0;
  let y = 0;
  // The last control point, for the smooth commands: reflected only after a curve of the same degree.
  let control: { degree: 2 | 3; x: number; y: number } | null = null;
  const begin = (): Subpath => {
    if (subpath && !subpath.closed) return subpath;
    subpath = { x, y, segments: [], closed: false };
    subpaths.push(subpath);
    return subpath;
  };
  const lineTo = (nx: number, ny: number): void => {
    begin().segments.push({ kind: "line", x0: x, y0: y, x1: nx, y1: ny });
    x = nx;
    y = ny;
    control = null;
  };
  const quadraticTo = (x1: number, y1: number, nx: number, ny: number): void => {
    begin().segments.push({ kind: "quadratic", x0: x, y0: y, x1, y1, x2: nx, y2: ny });
    x = nx;
    y = ny;
    control = { degree: 2, x: x1, y: y1 };
  };
  const cubicTo = (x1: number, y1: number, x2: number, y2: number, nx: number, ny: number): void => {
    begin().segments.push({ kind: "cubic", x0: x, y0: y, x1, y1, x2, y2, x3: nx, y3: ny });
    x = nx;
    y = ny;
    control = { degree: 3, x: x2, y: y2 };
  };
  const reflected = (degree: 2 | 3): [number, number] =>
    control?.degree === degree ? [2 * x - control.x, 2 * y - control.y] : [x, y];

  reader.skipSpace();
  for (let first = true; !reader.atEnd(); first = false) {
    let from = reader.position;
    const letter = reader.command(first);
    const lower = letter.toLowerCase();
    if (lower === "z") {
      const open = begin();
      open.closed = true;
      x = open.x;
      y = open.y;
      control = null;
      listener.segment?.(subpaths.length - 1, from, reader.position);
      reader.skipSpace();
      continue;
    }
    reader.skipSpace();
    for (let again = false; ; again = true) {
      const relative = letter === lower;
      const drawnBefore = segmentCount(subpaths);
      if (again) from = reader.position;
      const ox = relative ? x : 0;
      const oy = relative ? y : 0;
      const pair = (role: WrittenPathPoint["role"]): [number, number] => {
        const [px, py] = reader.pair(ox, oy);
        if (!relative) listener.point?.({ x: px, y: py, xAt: reader.pairAt[0], yAt: reader.pairAt[1], role });
        return [px, py];
      };
      if (lower === "m") {
        const [mx, my] = pair("vertex");
        if (again) lineTo(mx, my);
        else {
          x = mx;
          y = my;
          control = null;
          subpath = null;
          begin();
        }
      } else if (lower === "l") {
        lineTo(...pair("vertex"));
      } else if (lower === "h") {
        const nx = ox + reader.coordinate();
        if (!relative) listener.point?.({ x: nx, y, xAt: reader.numberAt, yAt: null, role: "vertex" });
        lineTo(nx, y);
      } else if (lower === "v") {
        const ny = oy + reader.coordinate();
        if (!relative) listener.point?.({ x, y: ny, xAt: null, yAt: reader.numberAt, role: "vertex" });
        lineTo(x, ny);
      } else if (lower === "q" || lower === "t") {
        const [x1, y1] = lower === "q" ? pair("control") : reflected(2);
        reader.gapAfter(lower === "q");
        quadraticTo(x1, y1, ...pair("vertex"));
      } else if (lower === "c" || lower === "s") {
        const [x1, y1] = lower === "c" ? pair("control") : reflected(3);
        reader.gapAfter(lower === "c");
        const [x2, y2] = pair("control");
        reader.gapAfter(true);
        cubicTo(x1, y1, x2, y2, ...pair("vertex"));
      } else {
        const { rx, ry, phi, large, towardsY } = reader.arcShape();
        const [nx, ny] = pair("vertex");
        const segment = arcFromEndpoints(x, y, rx, ry, phi, large, towardsY, nx, ny);
        const open = begin();
        if (segment) open.segments.push(segment);
        x = nx;
        y = ny;
        control = null;
      }
      if (segmentCount(subpaths) > drawnBefore) listener.segment?.(subpaths.length - 1, from, reader.position);
      if (!reader.anotherArgument()) break;
    }
  }
}

/** How many segments the outline that is being drawn has; after a closed one the next begins. */
function segmentCount(subpaths: readonly Subpath[]): number {
  const last = subpaths.at(-1);
  return last && !last.closed ? last.segments.length : 0;
}

const COMMANDS = "MmZzLlHhVvCcSsQqTtAa";

/** A scanner whose position never passes the first character at which the text stops being the start of valid data. */
class Reader {
  private i = 0;
  private comma = false;
  /** Where the last number, and the numbers of the last pair, stand. */
  numberAt: [number, number] = [0, 0];
  pairAt: [x: [number, number], y: [number, number]] = [this.numberAt, this.numberAt];
  constructor(private readonly text: string) {}

  get position(): number {
    return this.i;
  }

  atEnd(): boolean {
    return this.i >= this.text.length;
  }

  skipSpace(): void {
    while (this.i < this.text.length && isSpace(this.text.charCodeAt(this.i))) this.i++;
  }

  /** `wsp* ","? wsp*`; tells whether anything was there. */
  private gap(): boolean {
    const from = this.i;
    this.skipSpace();
    this.comma = this.text[this.i] === ",";
    if (this.comma) {
      this.i++;
      this.skipSpace();
    }
    return this.i > from;
  }

  command(first: boolean): string {
    const letter = this.text[this.i];
    if (first && letter !== "M" && letter !== "m") this.fail("a moveto command (M or m)");
    if (!COMMANDS.includes(letter)) this.fail("a command letter or a number");
    this.i++;
    return letter;
  }

  /** After a complete argument: does another one of the same command follow? A comma promises one. */
  anotherArgument(): boolean {
    this.gap();
    if (this.comma) return true;
    return !this.atEnd() && "+-.0123456789".includes(this.text[this.i]);
  }

  pair(ox: number, oy: number): [number, number] {
    const x = ox + this.coordinate();
    const xAt = this.numberAt;
    this.gap();
    const y = oy + this.coordinate();
    this.pairAt = [xAt, this.numberAt];
    return [x, y];
  }

  /** Between two points of one command there may be a gap; nothing is skipped when the first one was not written. */
  gapAfter(written: boolean): void {
    if (written) this.gap();
  }

  arcShape(): { rx: number; ry: number; phi: number; large: boolean; towardsY: boolean } {
    const rx = this.number("a radius");
    this.gap();
    const ry = this.number("a radius");
    this.gap();
    const degrees = this.number("the rotation of the x axis in degrees");
    if (!this.gap()) this.fail("a space or a comma before the large-arc flag");
    const large = this.flag("the large-arc flag");
    this.gap();
    const towardsY = this.flag("the sweep flag");
    this.gap();
    return { rx, ry, phi: (degrees * Math.PI) / 180, large, towardsY };
  }

  private flag(what: string): boolean {
    const c = this.text[this.i];
    if (c !== "0" && c !== "1") this.fail(`${what}, 0 or 1`);
    this.i++;
    return c === "1";
  }

  coordinate(): number {
    return this.number("a number");
  }

  private number(what: string): number {
    const from = this.i;
    const c = this.text[this.i];
    if (c === "+" || c === "-") this.i++;
    const whole = this.digits();
    if (this.text[this.i] === ".") {
      this.i++;
      if (!this.digits()) this.fail("a digit after the decimal point");
    } else if (!whole) this.fail(this.i > from ? "a digit" : what);
    if (this.text[this.i] === "e" || this.text[this.i] === "E") {
      this.i++;
      if (this.text[this.i] === "+" || this.text[this.i] === "-") this.i++;
      if (!this.digits()) this.fail("a digit of the exponent");
    }
    const value = Number(this.text.slice(from, this.i));
    if (!Number.isFinite(value)) {
      this.i = from;
      this.fail("a number within the range of doubles");
    }
    this.numberAt = [from, this.i];
    return value;
  }

  private digits(): boolean {
    const from = this.i;
    while (this.i < this.text.length && isDigit(this.text.charCodeAt(this.i))) this.i++;
    return this.i > from;
  }

  private fail(expected: string): never {
    const found = this.atEnd() ? "the end" : JSON.stringify(this.text[this.i]);
    throw new PathDataError(this.i, expected, found);
  }
}

// The grammar's wsp: tab, line feed, form feed, carriage return, space.
function isSpace(code: number): boolean {
  return code === 32 || code === 9 || code === 10 || code === 12 || code === 13;
}

function isDigit(code: number): boolean {
  return code >= 48 && code <= 57;
}
