import type { Parameter } from "../library";
import type { Mend, Span } from "../syntax";
import { setWordFor } from "./set-words";

/** What a word from elsewhere is called here, for people who bring it along. */
export interface Foreign {
  message: string;
  /** A function of ours that may be meant: it is where the arguments fit it. */
  instead?: string;
  mends(span: Span): Mend[];
}

/** A function that other programs have by this name; null for any other name. */
export function foreignFunction(name: string): Foreign | null {
  const key = keyOf(name);
  const renamed = RENAMED_FUNCTIONS[key];
  if (renamed) return { message: `it is called ${renamed} here`, mends: (span) => [renameMend(renamed, span)] };
  const help = FUNCTION_HELP[key];
  return help ? { message: help, instead: INSTEAD[key], mends: () => [] } : null;
}

/** An argument that other programs have by this name, where the function has one that means the same. */
export function foreignArgument(name: string, parameters: readonly Parameter[]): Foreign | null {
  const key = keyOf(name);
  const has = (wanted: string): boolean => parameters.some((parameter) => parameter.name === wanted);
  const same = SAME_ARGUMENTS[key]?.find(has);
  if (same) return { message: `it is called "${same}" here`, mends: (span) => [renameMend(same, span)] };
  const help = ARGUMENT_HELP.find(({ names, needs }) => names.includes(key) && (!needs || has(needs)));
  return help ? { message: help.text, mends: () => [] } : null;
}

/** A method that shapes or distances have elsewhere by this name; null for any other name. */
export function foreignMethod(of: "shape" | "distance", name: string): Foreign | null {
  const key = keyOf(name);
  const renamed = RENAMED_METHODS[of][key];
  if (renamed) return { message: `it is called ${renamed} here`, mends: (span) => [renameMend(renamed, span)] };
  const help = METHOD_HELP[of][key] ?? combined(setWordFor(key));
  return help ? { message: help, mends: () => [] } : null;
}

/** Words of a name are joined in several ways. */
function keyOf(name: string): string {
  return name.toLowerCase().replaceAll("_", "");
}

function combined(word: string | null): string | null {
  return word && `they are combined by a word between them: a ${word} b`;
}

export function renameMend(word: string, { from, to }: Span): Mend {
  return { label: `Write ${word}`, edits: [{ from, to, insert: word }] };
}

/** The same arguments in the same order: only the name differs. */
const RENAMED_FUNCTIONS: Record<string, string> = {
  rectangle: "rect",
  poly: "polygon",
  linestring: "polyline",
  oval: "ellipse",
  spline: "smooth",
  annulus: "ring",
};

const INSTEAD: Record<string, string> = { line: "polyline", lines: "polyline", arcto: "arcradii", curve: "smooth" };

const ROUND_RECT = "a rectangle with round corners is rect((x, y), width: 80, height: 50, rx: 8)";

const REGULAR = "a regular polygon is regular(6, at: (x, y), radius: 10)";
const SHELL = "what lies near the boundary of a distance is its shell: d.shell(4), 4 wide in all";
const TURNED_OVER = '"difference" leaves out what lies inside of a distance: a difference b';

const FUNCTION_HELP: Record<string, string> = {
  line: "a line through points is polyline((0, 0), (10, 5))",
  lines: "a line through points is polyline((0, 0), (10, 5))",
  point: "a point is written (x, y), without a name before the brackets",
  vec2: "a point is written (x, y), without a name before the brackets",
  square: "a square is rect((x, y), width: 10, height: 10)",
  roundrect: ROUND_RECT,
  roundedrect: ROUND_RECT,
  roundedrectangle: ROUND_RECT,
  roundedbox: ROUND_RECT,
  box: "box is the plan itself, as in box.width; a rectangle is rect((x, y), width: 10, height: 10)",
  bezier: 'Bézier curves are written as path data: path("M 0 0 C 10 0 20 10 20 20")',
  curve: 'a curve through points is smooth(…); Bézier curves are path data, path("M 0 0 C 10 0 20 10 20 20")',
  arcto:
    "an arc between two points by its radii is arcradii(from, to, rx: 30); a corner rounded between two lines is polyline(…).round(30)",
  hexagon: REGULAR,
  pentagon: REGULAR,
  octagon: REGULAR,
  ngon: REGULAR,
  regularpolygon: REGULAR,
  ringsector: "a part of a ring is ring((x, y), outer: 10, inner: 5, from: 0deg, sweep: 90deg)",
  inscribedcircle: "the largest circle inside a shape is shape.inscribe()",
  enclosingcircle: "the smallest circle around a shape is shape.enclose()",
  medialaxis: "the medial axis of a shape is shape.medial()",
  skeleton: "the medial axis of a shape is shape.medial()",
  onion: SHELL,
  invert: TURNED_OVER,
  complement: TURNED_OVER,
  lerp: "between two numbers it is a + (b - a) * share; two distances are blended by blend(a, b, radius: 10)",
  mix: "between two numbers it is a + (b - a) * share; two distances are blended by blend(a, b, radius: 10)",
  pie: "a piece of a disc is sector((x, y), radius: 10, from: 0deg, sweep: 90deg)",
  wedge: "a piece of a disc is sector((x, y), radius: 10, from: 0deg, sweep: 90deg)",
  donut: "a disc with a round hole is ring((x, y), outer: 10, inner: 5)",
  group: "shapes are put together by union, or kept as they are in a list: (a, b, c)",
  radians: "angles carry their unit: 1.5rad, 90deg, 0.25turn",
  degrees: "angles carry their unit: 90deg, 1.5rad, 0.25turn",
  pow: "write powers as products: x * x",
  atan: "the direction of a vector is atan2(y, x)",
  acos: "the direction of a vector is atan2(y, x)",
  asin: "the direction of a vector is atan2(y, x)",
  length: "the number of items is list.length",
  for: "repetition is written each k from 1 to 5: …",
  map: "repetition is written each k from 1 to 5: …",
  range: "repetition is written each k from 1 to 5: …",
  sdf: "the signed distance to a shape is distance(a)",
  isoline: "a level of a distance is contour(a, at: 3)",
  smoothunion: "two distances are blended by blend(a, b, radius: 10)",
};

const RENAMED_METHODS: Record<"shape" | "distance", Record<string, string>> = {
  shape: {
    translate: "move",
    shift: "move",
    reflect: "mirror",
    shear: "skew",
    reversed: "reverse",
    skeleton: "medial",
    medialaxis: "medial",
    inscribedcircle: "inscribe",
    enclosingcircle: "enclose",
  },
  distance: {
    translate: "move",
    shift: "move",
    reflect: "mirror",
    round: "rounded",
  },
};

const METHOD_HELP: typeof RENAMED_METHODS = {
  shape: {
    flip: "mirror(0deg) turns a shape over along a horizontal line, mirror(90deg) along a vertical one",
    grow: "offset(5) grows a shape by 5 on all sides",
    expand: "offset(5) grows a shape by 5 on all sides",
    outset: "offset(5) grows a shape by 5 on all sides",
    buffer: "offset(5) grows a shape by 5 on all sides",
    inset: "offset(-5) shrinks a shape by 5 on all sides",
    shrink: "offset(-5) shrinks a shape by 5 on all sides",
    outline: "stroke(2) gives the region along a shape's outline, 2 wide",
    fillet: "round(5) rounds corners by a radius",
    bevel: "chamfer(5) cuts corners off",
    transform: "chain move, rotate, scale, skew and mirror instead",
    translatex: "move(dx, 0) moves along x",
    translatey: "move(0, dy) moves along y",
    sdf: "the signed distance to a shape is distance(a)",
    contains: "probe(shape, at: (x, y)) tells which side points lie on",
  },
  distance: {
    grow: "offset(5) grows it by 5 on all sides",
    expand: "offset(5) grows it by 5 on all sides",
    inset: "offset(-5) shrinks it by 5 on all sides",
    shrink: "offset(-5) shrinks it by 5 on all sides",
    stroke: "shell(4) is what lies near the boundary, 4 wide in all",
    outline: "shell(4) is what lies near the boundary, 4 wide in all",
    onion: "shell(4) is what lies near the boundary, 4 wide in all",
    invert: TURNED_OVER,
    complement: TURNED_OVER,
    grid: "copies on a grid are repeat(24, 20, columns: 4, rows: 3)",
    tile: "copies on a grid are repeat(24, 20, columns: 4, rows: 3)",
    polar: "copies around a centre are around((50, 50), 5)",
    radial: "copies around a centre are around((50, 50), 5)",
    blend: "two distances are blended by a function: blend(a, b, radius: 10)",
    smooth: "two distances are blended by a function: blend(a, b, radius: 10)",
    contour: "a level of it is a shape by a function: contour(a, at: 3)",
    level: "a level of it is a shape by a function: contour(a, at: 3)",
    at: "its values are at the pointer in the Field station; field(a, cell: 1) samples them",
    value: "its values are at the pointer in the Field station; field(a, cell: 1) samples them",
    sample: "its values are at the pointer in the Field station; field(a, cell: 1) samples them",
    gradient: "its gradient is at the pointer in the Field station",
  },
};

/** Names for one and the same thing; the first that the function has is meant. */
const SAME_ARGUMENTS: Record<string, readonly string[]> = {
  r: ["radius", "rx"],
  rad: ["radius"],
  radiusx: ["rx"],
  radiusy: ["ry"],
  center: ["at", "about"],
  centre: ["at", "about"],
  position: ["at", "corner", "from"],
  pos: ["at", "corner", "from"],
  origin: ["about", "at", "corner", "from"],
  topleft: ["corner"],
  w: ["width"],
  h: ["height"],
  sides: ["count"],
  n: ["count"],
  tips: ["count"],
  closed: ["close"],
  start: ["from", "facing"],
  startangle: ["from"],
  span: ["sweep"],
  extent: ["sweep"],
  rotation: ["facing", "turn", "turned"],
  linejoin: ["join"],
  linecap: ["cap"],
  miterlimit: ["limit"],
  dasharray: ["dash"],
  dashoffset: ["phase"],
  pts: ["points"],
  rule: ["fill"],
  fillrule: ["fill"],
  thickness: ["width"],
  level: ["at"],
  levels: ["at"],
  isovalue: ["at"],
  border: ["padding"],
  margin: ["padding"],
  distance: ["width", "step"],
};

const ARGUMENT_HELP: readonly { names: readonly string[]; needs?: string; text: string }[] = [
  { names: ["end", "endangle", "stop"], needs: "sweep", text: 'write the angle from start to end as "sweep"' },
  {
    names: ["clockwise", "anticlockwise", "counterclockwise", "ccw", "cw"],
    needs: "sweep",
    text: 'the sign of "sweep" says which way round: positive from +x towards +y',
  },
  { names: ["x", "y", "left", "top"], needs: "corner", text: 'write both coordinates as one point, "corner": (x, y)' },
  { names: ["cx", "cy", "x", "y"], needs: "at", text: 'write both coordinates as one point, "at": (cx, cy)' },
  { names: ["right", "bottom"], needs: "to", text: 'write the opposite corner as one point, "to": (right, bottom)' },
  { names: ["diameter", "d"], needs: "radius", text: 'write half of it as "radius"' },
  {
    names: ["resolution", "size", "width", "height", "columns", "rows", "samples"],
    needs: "cell",
    text: 'its samples lie a "cell" apart: cell: box.width / 512 gives 512 along the plan\'s width',
  },
  {
    names: ["k", "smoothness", "amount"],
    needs: "form",
    text: 'how far the way between them reaches is "radius", in plan units',
  },
  { names: ["every", "step", "interval"], needs: "open", text: 'levels are listed: "at": (0, 5, 10)' },
  {
    names: ["spread", "range", "band", "maxdistance"],
    needs: "reach",
    text: 'how far from the boundary values are told apart is "reach"',
  },
  { names: ["format", "type", "bits"], needs: "cell", text: "the Field station saves samples as PNG, PFM or NPY" },
  { names: ["size"], needs: "width", text: 'write "width" and "height"' },
  {
    names: ["segments", "steps", "resolution", "divisions", "vertices"],
    text: "vertices come from the sheet's tolerance; .flatten(count: 32) after the shape sets the chords of each curve",
  },
  {
    names: ["fill", "color", "colour", "stroke"],
    text: "tones are given out by Vertexon; .opacity(50%) after the shape makes it pale",
  },
  { names: ["rotation", "rotate", "angle"], text: "turn a shape by .rotate(30deg) after it" },
];

/** A name that other languages have for a value; null for any other. */
export function foreignName(name: string): Foreign | null {
  const meant = SAME_NAMES[name.toLowerCase()];
  if (meant) return { message: `it is written ${meant} here`, mends: (span) => [renameMend(meant, span)] };
  const help = NAME_HELP[name.toLowerCase()];
  return help ? { message: help, mends: () => [] } : null;
}

const SAME_NAMES: Record<string, string> = { true: "yes", false: "no", width: "box.width", height: "box.height" };

const NAME_HELP: Record<string, string> = {
  null: "there is no empty value: leave the argument out",
  none: "there is no empty value: leave the argument out",
  this: "shapes are called by their names",
};
