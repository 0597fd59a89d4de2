import { circleSubpath, type FillRule, type Path, parsePathData, polygonPath } from "@vertexon/geometry";
import { pathItem } from "./expressions";
import { ImportError, type Imported, type ImportedItem, Notes } from "./imported";

/**
 * Reads CSS basic shapes: `polygon()`, `circle()`, `ellipse()`, `inset()` and `path()`, with shares of the box and calc().
 * The box is the plan. Source: CSS Shapes 1, section 3.1.
 */
export function readCssShapes(text: string): Imported {
  const notes = new Notes();
  const items: ImportedItem[] = [];
  for (const { name, body } of shapesIn(text)) items.push(SHAPES[name](body, notes));
  return { source: "CSS", items, notes: notes.list(), plan: null };
}

/** Whether a text is a CSS shape, alone or as the value of a property. */
export function isCssShape(text: string): boolean {
  return (
    /^(?:[\w-]+\s*:\s*)?(?:polygon(?!\s*\(\s*\()|circle|ellipse|inset|path)\s*\([\s\S]*\)[^()]*$/i.test(text.trim()) ||
    /(?:clip-path|shape-outside|offset-path)\s*:/i.test(text)
  );
}

function shapesIn(text: string): { name: keyof typeof SHAPES; body: string }[] {
  const found: { name: keyof typeof SHAPES; body: string }[] = [];
  const call = /(?<![\w-])(polygon|circle|ellipse|inset|path)\s*\(/gi;
  for (let match = call.exec(text); match; match = call.exec(text)) {
    let depth = 1;
    let end = call.lastIndex;
    for (; end < text.length && depth > 0; end++) depth += text[end] === "(" ? 1 : text[end] === ")" ? -1 : 0;
    if (depth > 0) throw new ImportError(`${match[1]}( is never closed`);
    found.push({
      name: match[1].toLowerCase() as keyof typeof SHAPES,
      body: text.slice(call.lastIndex, end - 1).trim(),
    });
    call.lastIndex = end;
  }
  return found;
}

/** A length of CSS: a share of the box and a number of px, or of another unit. */
interface Length {
  share: number;
  fixed: number;
  unit: string;
}

const ZERO: Length = { share: 0, fixed: 0, unit: "" };
const FULL: Length = { share: 100, fixed: 0, unit: "" };
const MIDDLE: Length = { share: 50, fixed: 0, unit: "" };
const SIDES: Record<string, Length> = { left: ZERO, top: ZERO, center: MIDDLE, right: FULL, bottom: FULL };

function lengthOf(text: string): Length {
  if (Object.hasOwn(SIDES, text)) return SIDES[text];
  const inner = /^calc\(([\s\S]*)\)$/i.exec(text)?.[1] ?? text;
  const total = { ...ZERO };
  for (const [, sign, number, unit] of inner.matchAll(/([-+]?)\s*(\d*\.?\d+(?:e[-+]?\d+)?)(%|[a-z]*)/gi)) {
    const value = (sign === "-" ? -1 : 1) * Number(number);
    if (unit === "%") total.share += value;
    else if (unit && !/^(px|in|cm|mm|pt|pc|q)$/i.test(unit))
      throw new ImportError(`the unit "${unit}" depends on something outside of the shape: write it in px or %`);
    else {
      total.fixed += value;
      total.unit = unit && unit.toLowerCase() !== "px" ? unit : total.unit;
    }
  }
  const known = inner.replace(/[-+]?\s*\d*\.?\d+(?:e[-+]?\d+)?(?:%|[a-z]*)/gi, "").replace(/[\s+-]/g, "");
  if (known) throw new ImportError(`expected a length, a share or their sum, found "${text}"`);
  return total;
}

function written({ share, fixed, unit }: Length): string {
  const number = (value: number): string => String(Number(value.toPrecision(12)));
  if (share === 0) return number(fixed) + unit;
  if (fixed === 0) return `${number(share)}%`;
  return `${number(share)}% ${fixed < 0 ? "-" : "+"} ${number(Math.abs(fixed))}${unit}`;
}

/** On a box of 100 by 100, for what is not read off the script. */
const roughly = ({ share, fixed }: Length): number => share + fixed;
const opposite = ({ share, fixed, unit }: Length): Length => ({ share: 100 - share, fixed: -fixed, unit });

/** Words in a row, brackets kept together. */
function words(text: string): string[] {
  return text.match(/[\w-]+\([^()]*(?:\([^()]*\)[^()]*)*\)|[^\s,()]+/g) ?? [];
}

/** `… at x y`: the place, the middle of the box where none is stated. */
function placeOf(body: string): { before: string[]; x: Length; y: Length } {
  const [before, after] = body.split(/\bat\b/i);
  const [a, b] = after ? words(after) : [];
  const swapped = /^(top|bottom)$/.test(a ?? "") || /^(left|right)$/.test(b ?? "");
  const [x, y] = swapped ? [b, a] : [a, b];
  return { before: words(before), x: x ? lengthOf(x) : MIDDLE, y: y ? lengthOf(y) : MIDDLE };
}

/** A radius: a length, or the distance to the closest or the farthest side. */
function radiusOf(
  word: string | undefined,
  x: Length,
  y: Length,
  axes: "x" | "y" | "both",
): { text: string; value: number } {
  if (word && !/^(closest|farthest)-side$/.test(word)) {
    const length = lengthOf(word);
    return { text: written(length), value: roughly(length) };
  }
  const along = ({ share, fixed }: Length, size: string): string[] => {
    const at = share === 50 && fixed === 0 ? `${size} / 2` : `${size} * ${share / 100}${fixed ? ` + ${fixed}` : ""}`;
    return share === 50 && fixed === 0 ? [at] : [at, `${size} - (${at})`];
  };
  const sides = [...(axes === "y" ? [] : along(x, "box.width")), ...(axes === "x" ? [] : along(y, "box.height"))];
  const extreme = word === "farthest-side" ? "max" : "min";
  return { text: sides.length === 1 ? sides[0] : `${extreme}(${sides.join(", ")})`, value: 50 };
}

const shape = (expression: string, outline: Path, fillRule: FillRule = "nonzero"): ImportedItem => ({
  kind: "shape",
  name: null,
  expression: () => expression,
  outline,
  fillRule,
});

const SHAPES = {
  polygon(body: string): ImportedItem {
    const rule = /^(nonzero|evenodd)\s*,/.exec(body)?.[1] as FillRule | undefined;
    const pairs = body.replace(/^(?:nonzero|evenodd)\s*,/, "").split(/,(?![^(]*\))/);
    const points = pairs.map((pair) => {
      const both = words(pair);
      if (both.length !== 2) throw new ImportError(`expected x and y, found "${pair.trim()}"`);
      return both.map(lengthOf);
    });
    const list = points.map(([x, y]) => `(${written(x)}, ${written(y)})`).join(", ");
    const outline = polygonPath(points.flatMap((point) => point.map(roughly)));
    return shape(`polygon(${list}${rule === "evenodd" ? ", fill: evenodd" : ""})`, outline, rule);
  },
  circle(body: string): ImportedItem {
    const { before, x, y } = placeOf(body);
    const { text, value } = radiusOf(before[0], x, y, "both");
    const outline = { subpaths: [circleSubpath(roughly(x), roughly(y), value, value)] };
    return shape(`circle((${written(x)}, ${written(y)}), radius: ${text})`, outline);
  },
  ellipse(body: string): ImportedItem {
    const { before, x, y } = placeOf(body);
    const [rx, ry] = [radiusOf(before[0], x, y, "x"), radiusOf(before[1], x, y, "y")];
    const outline = { subpaths: [circleSubpath(roughly(x), roughly(y), rx.value, ry.value)] };
    return shape(`ellipse((${written(x)}, ${written(y)}), rx: ${rx.text}, ry: ${ry.text})`, outline);
  },
  inset(body: string, notes: Notes): ImportedItem {
    const [sides, round] = body.split(/\bround\b/i);
    const given = words(sides).map(lengthOf);
    const [top, right = top, bottom = top, left = right] = given;
    if (!top) throw new ImportError("inset() needs a distance");
    const radii = round ? words(round.replace("/", " ")) : [];
    if (radii.length > 1) notes.add("corner radii after the first: all corners have one radius");
    const [r, b] = [opposite(right), opposite(bottom)];
    const corner = radii[0] ? `, rx: ${written(lengthOf(radii[0]))}` : "";
    const [x0, y0, x1, y1] = [left, top, r, b].map(roughly);
    return shape(
      `rect((${written(left)}, ${written(top)}), to: (${written(r)}, ${written(b)})${corner})`,
      polygonPath([x0, y0, x1, y0, x1, y1, x0, y1]),
    );
  },
  path(body: string): ImportedItem {
    const rule = /^(nonzero|evenodd)\s*,/.exec(body)?.[1] as FillRule | undefined;
    const data = /(["'])([\s\S]*)\1/.exec(body)?.[2];
    if (data === undefined) throw new ImportError("path() needs path data in quotation marks");
    return pathItem(null, data, parsePathData(data), rule ?? "nonzero");
  },
};
