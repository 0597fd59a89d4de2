import type { DistanceField } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import { type ForeignField, readFieldFile } from "../field-file";

type Cause =
  | "y turned over"
  | "inside and outside swapped"
  | "sampled at corners, half a cell off"
  | "clamped"
  | "not Euclidean";

export interface CheckedField {
  columns: number;
  rows: number;
  form: string;
  /** How the file's values v become plan units: scale · v + offset; and how its samples lie on the plan. */
  scale: number;
  offset: number;
  isFlipped: boolean;
  atCorners: boolean;
  causes: Cause[];
  /** Of samples that are not clamped, in plan units. */
  greatest: { difference: number; x: number; y: number };
  mean: number;
  clamped: number;
  /** The places that are off most, x y each. */
  worst: Float64Array;
}

/** The layout is found from about so many samples. */
const TRIED = 20_000;
/** So many of the worst places are marked. */
const MARKED = 40;
/** A part of the samples at one end that is more than chance. */
const MANY = 0.002;
/** Off by more than this part of a cell on average, and with another sign at no more than this part of the samples, distances differ. */
const OFF = 0.1;
const SAME = 0.01;

/**
 * Compares somebody's field with ours over the plan's box. The order of its rows, the place of its samples and the scale of its values
 * are those that fit best; what remains are differences. Null for what has no distance.
 */
export async function checkField(
  sheet: AskedSheet,
  { name, file, box }: { name: string; file: File; box: { x: number; y: number; width: number; height: number } },
): Promise<{ found: CheckedField | null; problem: string | null } | null> {
  const ours = sheet.fieldOf(name);
  if (!ours) return null;
  try {
    return { found: compared(ours.field, await readFieldFile(file), box), problem: null };
  } catch (error) {
    return { found: null, problem: error instanceof Error ? error.message : String(error) };
  }
}

type Box = { x: number; y: number; width: number; height: number };

/** One way in which samples may lie on the plan. */
interface Layout {
  isFlipped: boolean;
  atCorners: boolean;
}

function compared(field: DistanceField, theirs: ForeignField, box: Box): CheckedField {
  const { columns, rows, values } = theirs;
  const { least, greatest, isClamped } = clampedAt(values);
  const layouts = [false, true].flatMap((atCorners) => [false, true].map((isFlipped) => ({ isFlipped, atCorners })));
  // Some of the samples tell how they lie; then all are compared.
  const some = Math.max(1, Math.floor(values.length / TRIED));
  const fits = layouts.map((layout) => {
    const few = values.filter((_, i) => i % some === 0);
    const ours = Float64Array.from(few, (_, k) => valueAt(field, k * some, theirs, box, layout));
    return { layout, ...fitted(few, ours, isClamped) };
  });
  // The plain layout is kept unless another one fits truly better.
  const { layout } = fits.reduce((a, b) => (b.off < 0.8 * a.off ? b : a));
  const exact = Float64Array.from(values, (_, i) => valueAt(field, i, theirs, box, layout));
  const { scale, offset } = fitted(values, exact, isClamped);
  const at = (i: number) => placeOf(i, theirs, box, layout);
  const differences = Float64Array.from(values, (value, i) =>
    isClamped(value) ? 0 : scale * value + offset - exact[i],
  );
  const worst = largest(differences);
  const clamped = values.reduce((count, value) => count + (isClamped(value) ? 1 : 0), 0);
  const sum = differences.reduce((total, difference) => total + Math.abs(difference), 0);
  const mean = sum / Math.max(1, values.length - clamped);
  const cell = box.width / columns;
  const causes: Cause[] = [];
  if (layout.isFlipped) causes.push("y turned over");
  if (scale < 0) causes.push("inside and outside swapped");
  if (layout.atCorners) causes.push("sampled at corners, half a cell off");
  if (clamped > 0 && greatest > least) causes.push("clamped");
  if (mean > OFF * cell && enclosesSame(differences, exact)) causes.push("not Euclidean");
  return {
    columns,
    rows,
    form: theirs.form,
    scale,
    offset,
    ...layout,
    causes,
    greatest: { difference: differences[worst[0] ?? 0], ...at(worst[0] ?? 0) },
    mean,
    clamped,
    worst: Float64Array.from(worst.flatMap((i) => [at(i).x, at(i).y])),
  };
}

function placeOf(i: number, { columns, rows }: ForeignField, box: Box, { isFlipped, atCorners }: Layout) {
  const [column, row] = [i % columns, Math.floor(i / columns)];
  const down = isFlipped ? rows - 1 - row : row;
  const share = (k: number, count: number): number => (atCorners ? k / Math.max(1, count - 1) : (k + 0.5) / count);
  return { x: box.x + share(column, columns) * box.width, y: box.y + share(down, rows) * box.height };
}

function valueAt(field: DistanceField, i: number, theirs: ForeignField, box: Box, layout: Layout): number {
  const { x, y } = placeOf(i, theirs, box, layout);
  return field.at(x, y);
}

/** The places of the largest differences, the largest first. */
function largest(differences: Float64Array): number[] {
  const found: number[] = [];
  const size = (i: number): number => Math.abs(differences[i]);
  for (let i = 0; i < differences.length; i++) {
    if (differences[i] === 0 || (found.length === MARKED && size(i) <= size(found[MARKED - 1]))) continue;
    let at = found.length;
    while (at > 0 && size(found[at - 1]) < size(i)) at--;
    found.splice(at, 0, i);
    found.length = Math.min(MARKED, found.length);
  }
  return found;
}

/** Values that stand at an end of the range more often than distances do by themselves. */
function clampedAt(values: Float64Array): { least: number; greatest: number; isClamped(value: number): boolean } {
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    least = Math.min(least, value);
    greatest = Math.max(greatest, value);
  }
  let [low, high] = [0, 0];
  for (const value of values) {
    if (value === least) low++;
    if (value === greatest) high++;
  }
  const many = Math.max(4, MANY * values.length);
  return {
    least,
    greatest,
    isClamped: (value) => (value === least && low > many) || (value === greatest && high > many),
  };
}

/** The straight line from their values to ours with the least squares, and how far off it leaves them. */
function fitted(theirs: Float64Array, ours: Float64Array, isClamped: (value: number) => boolean) {
  let [n, sv, sd, svv, svd] = [0, 0, 0, 0, 0];
  for (let i = 0; i < theirs.length; i++) {
    const [v, d] = [theirs[i], ours[i]];
    if (isClamped(v)) continue;
    n++;
    sv += v;
    sd += d;
    svv += v * v;
    svd += v * d;
  }
  const spread = n * svv - sv * sv;
  const free = spread > 0 ? (n * svd - sv * sd) / spread : 1;
  // Values that are distances already are taken as such: what differs then is theirs, not the scale's.
  const scale = Math.abs(Math.abs(free) - 1) < 0.05 ? Math.sign(free) : free;
  const shift = n > 0 ? (sd - scale * sv) / n : 0;
  const offset = Math.abs(scale) === 1 && Math.abs(shift) < 0.5 ? 0 : shift;
  let off = 0;
  for (let i = 0; i < theirs.length; i++) if (!isClamped(theirs[i])) off += (scale * theirs[i] + offset - ours[i]) ** 2;
  return { scale, offset, off };
}

/** Whether they enclose the same: their signs are ours almost everywhere. */
function enclosesSame(differences: Float64Array, exact: Float64Array): boolean {
  let others = 0;
  for (let i = 0; i < exact.length; i++) if (exact[i] + differences[i] < 0 !== exact[i] < 0) others++;
  return others <= SAME * exact.length;
}
