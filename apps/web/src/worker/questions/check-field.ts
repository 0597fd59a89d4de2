import { contours, type DistanceField } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import { type ForeignField, RawFileError, type RawForm, readFieldFile } from "../field-file";
import { type Box, gridOf, layoutsOver, placeOf, rowsOf, type SampleLayout, turned } from "./sample-layout";

type Cause =
  | "x turned over"
  | "y turned over"
  | "inside and outside swapped"
  | "sampled at corners, half a cell off"
  | "clamped"
  | "not Euclidean"
  | "another outline";

export interface CheckedField {
  columns: number;
  rows: number;
  form: string;
  /** How the file's values v become plan units: scale · v + offset; and how its samples lie on the plan. */
  scale: number;
  offset: number;
  layout: SampleLayout;
  causes: Cause[];
  /** Of samples that are not clamped, in plan units. */
  greatest: { difference: number; x: number; y: number };
  mean: number;
  /** On another side of the boundary than by ours, as a part of all. */
  otherSide: number;
  clamped: number;
  /** The places that are off most, x y each. */
  worst: Float64Array;
  /** How many are off by more than a tenth of a cell, and those of them that are off most: x, y, theirs in plan units, ours. */
  off: { count: number; rows: Float64Array };
  /** Where their values are 0, x y each; none where cells are not square. */
  outline: Float64Array[];
}

export interface FieldCheck {
  found: CheckedField | null;
  problem: string | null;
  /** The file's size in bytes where it does not say how its numbers stand; null otherwise. */
  rawBytes: number | null;
  /** How much of the samples has been compared, 0 to 1. */
  done: number;
}

interface Asked {
  name: string;
  file: File;
  /** How plain numbers stand in it, once somebody said it. */
  raw: RawForm | null;
  /** The plan's box. */
  box: Box;
}

/** How many samples, spread over all, are tried in each layout. */
const TRIED = 10_000;
/** Samples that are compared between two words about how far it is. */
const STRIDE = 200_000;
/** How many of the worst places are marked, and how many are listed at most. */
const MARKED = 40;
const LISTED = 100_000;
/** A part of the samples at one end that is more than chance. */
const MANY = 0.002;
/** Off by more than this part of a cell on average, and with another sign at no more than this part of the samples, distances differ. */
const OFF = 0.1;
const SAME = 0.01;
/** Up to this part of the samples is few. */
const FEW = 0.1;

/**
 * Compares somebody's field with ours over the plan's box, or the grid of a sampled field. The order of its rows and columns, the place of
 * its samples and the scale of its values are those that fit best; what remains are differences. Null for what has no distance.
 */
export async function checkField(
  sheet: AskedSheet,
  { name, file, raw, box }: Asked,
  tell: (soFar: FieldCheck) => void,
): Promise<FieldCheck | null> {
  const ours = sheet.fieldOf(name);
  if (!ours) return null;
  const nothing: FieldCheck = { found: null, problem: null, rawBytes: null, done: 0 };
  try {
    const theirs = await readFieldFile(file, raw);
    const found = compared(ours.field, theirs, [box, ...gridBox(sheet, name)], (done) => tell({ ...nothing, done }));
    return { ...nothing, found, done: 1 };
  } catch (error) {
    if (error instanceof RawFileError) return { ...nothing, rawBytes: error.bytes, done: 1 };
    return { ...nothing, problem: error instanceof Error ? error.message : String(error), done: 1 };
  }
}

/** The box of a sampled field's own grid, if the name is one. */
function gridBox(sheet: AskedSheet, name: string): Box[] {
  const value = sheet.value(name);
  if (value?.type !== "field") return [];
  const { x, y, cell, columns, rows } = value.grid;
  return [{ x, y, width: cell * columns, height: cell * rows }];
}

function compared(
  field: DistanceField,
  theirs: ForeignField,
  boxes: readonly Box[],
  tell: (done: number) => void,
): CheckedField {
  const { columns, rows, values } = theirs;
  const { least, greatest, isClamped } = clampedAt(values);
  // Some of the samples tell how they lie; then all are compared. An odd step meets all columns.
  const step = Math.max(1, Math.floor(values.length / TRIED)) | 1;
  const few = values.filter((_, i) => i % step === 0);
  const fits = layoutsOver(boxes).map((layout) => {
    const ours = few.map((_, k) => valueAt(field, k * step, theirs, layout));
    return { layout, ...fitted(few, ours, isClamped) };
  });
  // A plainer layout is kept unless another one fits truly better.
  const { layout } = fits.reduce((a, b) => (b.off < 0.8 * a.off ? b : a));
  const exact = new Float64Array(values.length);
  const most = Math.max(1, Math.floor(STRIDE / columns));
  for (let row = 0; row < rows; row += most) {
    exact.set(rowsOf(field, theirs, layout, row, Math.min(rows, row + most)), row * columns);
    tell(row / rows);
  }
  const { scale, offset } = fitted(values, exact, isClamped);
  const at = (i: number) => placeOf(i, theirs, layout);
  const differences = values.map((value, i) => (isClamped(value) ? 0 : scale * value + offset - exact[i]));
  const worst = largest(differences);
  const isOff = (OFF * layout.box.width) / columns;
  const off = Uint32Array.from(differences.keys()).filter((i) => Math.abs(differences[i]) > isOff);
  const clamped = values.reduce((count, value) => count + (isClamped(value) ? 1 : 0), 0);
  const sum = differences.reduce((total, difference) => total + Math.abs(difference), 0);
  const mean = sum / Math.max(1, values.length - clamped);
  const otherSide = otherSides(differences, exact) / values.length;
  const causes: Cause[] = [];
  if (layout.isMirrored) causes.push("x turned over");
  if (layout.isFlipped) causes.push("y turned over");
  if (scale < 0) causes.push("inside and outside swapped");
  if (layout.atCorners) causes.push("sampled at corners, half a cell off");
  if (clamped > 0 && greatest > least) causes.push("clamped");
  // Where few samples are off, their places say more than a cause would.
  if (mean > isOff && off.length > FEW * values.length)
    causes.push(otherSide <= SAME ? "not Euclidean" : "another outline");
  return {
    columns,
    rows,
    form: theirs.form,
    scale,
    offset,
    layout,
    causes,
    greatest: { difference: differences[worst[0] ?? 0], ...at(worst[0] ?? 0) },
    mean,
    otherSide,
    clamped,
    worst: Float64Array.from(worst.flatMap((i) => [at(i).x, at(i).y])),
    off: { count: off.length, rows: listed(off, differences, exact, at) },
    outline: outlineOf(theirs, layout, (value) => scale * value + offset),
  };
}

function valueAt(field: DistanceField, i: number, theirs: ForeignField, layout: SampleLayout): number {
  const { x, y } = placeOf(i, theirs, layout);
  return field.at(x, y);
}

function outlineOf(theirs: ForeignField, layout: SampleLayout, mapped: (value: number) => number): Float64Array[] {
  const grid = gridOf(theirs, layout);
  if (!grid) return [];
  return contours(grid, turned(theirs.values.map(mapped), theirs.columns, layout), [0]).map(({ points, closed }) =>
    closed ? Float64Array.of(...points, points[0], points[1]) : points,
  );
}

function listed(
  off: Uint32Array,
  differences: Float64Array,
  exact: Float64Array,
  at: (i: number) => { x: number; y: number },
): Float64Array {
  off.sort((i, j) => Math.abs(differences[j]) - Math.abs(differences[i]));
  const rows = new Float64Array(4 * Math.min(LISTED, off.length));
  for (let k = 0; 4 * k < rows.length; k++) {
    const i = off[k];
    const { x, y } = at(i);
    rows.set([x, y, exact[i] + differences[i], exact[i]], 4 * k);
  }
  return rows;
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
  const isDistance = Math.abs(Math.abs(free) - 1) < 0.05;
  const scale = isDistance ? Math.sign(free) : free;
  const mean = n > 0 ? (sd - scale * sv) / n : 0;
  const shift = isDistance ? middleShift(theirs, ours, isClamped, scale) : mean;
  const offset = Math.abs(scale) === 1 && Math.abs(shift) < 0.5 ? 0 : shift;
  let off = 0;
  for (let i = 0; i < theirs.length; i++) if (!isClamped(theirs[i])) off += (scale * theirs[i] + offset - ours[i]) ** 2;
  return { scale, offset, off };
}

/** By how much most are shifted: a few that are far off change nothing about it. */
function middleShift(
  theirs: Float64Array,
  ours: Float64Array,
  isClamped: (value: number) => boolean,
  scale: number,
): number {
  const step = Math.max(1, Math.floor(theirs.length / TRIED)) | 1;
  const shifts: number[] = [];
  for (let i = 0; i < theirs.length; i += step) if (!isClamped(theirs[i])) shifts.push(ours[i] - scale * theirs[i]);
  const sorted = Float64Array.from(shifts).sort();
  return sorted.length > 0 ? sorted[sorted.length >> 1] : 0;
}

/** How many lie on another side by their values than by ours. */
function otherSides(differences: Float64Array, exact: Float64Array): number {
  let others = 0;
  for (let i = 0; i < exact.length; i++) if (exact[i] + differences[i] < 0 !== exact[i] < 0) others++;
  return others;
}
