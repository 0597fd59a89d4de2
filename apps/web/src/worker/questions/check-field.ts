import { contours, type DistanceField } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import { type Cause, causesOf } from "../checked-field/causes";
import { bestMatch, type FieldMatch, measured, type Reading, wantedOf } from "../checked-field/match";
import { arePixelDistances } from "../checked-field/pixel-distances";
import { type Box, gridOf, inRows, placeOf, type SampleLayout, valuesOver } from "../checked-field/sample-layout";
import { type ForeignField, RawFileError, type RawForm, readFieldFile } from "../field-file";

export interface CheckedField {
  form: string;
  /** How the file's values v become plan units: scale · v + offset, v being what they measure; and how its samples lie on the plan. */
  scale: number;
  offset: number;
  reading: Reading;
  layout: SampleLayout;
  causes: Cause[];
  /** Of samples that are compared, in plan units. */
  greatest: { difference: number; x: number; y: number };
  mean: number;
  /** On another side of the boundary than by ours, as a part of those. */
  otherSide: number;
  /** Not compared: at an end of the range, or no finite numbers. */
  clamped: number;
  notFinite: number;
  /** The places that are off most, x y each. */
  worst: Float64Array;
  /** How many are off by more than a tenth of a cell, and those of them that are off most: x, y, theirs in plan units, ours. */
  off: { count: number; rows: Float64Array };
  /** Where their values are 0, x y each; none where cells are not square, and of values without a sign. */
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
  /** The plan's box, and whether its y goes down. */
  box: Box;
  yDown: boolean;
}

/** How many of the worst places are marked, and how many are listed at most. */
const MARKED = 40;
const LISTED = 100_000;
/** A part of the samples at one end that is more than chance. */
const MANY = 0.002;
/** Fewer samples tell nothing. */
const LEAST = 8;
/** What is off by more than this part of a cell is listed. */
const OFF = 0.1;

/**
 * Compares somebody's field with ours over the plan's box, or the grid of a sampled field. The order of its rows and columns, the place of
 * its samples and the scale of its values are those that fit best; what remains are differences. Null for what has no distance.
 */
export async function checkField(
  sheet: AskedSheet,
  { name, file, raw, box, yDown }: Asked,
  tell: (soFar: FieldCheck) => void,
): Promise<FieldCheck | null> {
  const ours = sheet.fieldOf(name);
  if (!ours) return null;
  const nothing: FieldCheck = { found: null, problem: null, rawBytes: null, done: 0 };
  try {
    const theirs = await readFieldFile(file, raw);
    const boxes = theirs.box ? [theirs.box] : [box, ...gridBox(sheet, name)];
    const found = compared(ours.field, theirs, boxes, yDown, (done) => tell({ ...nothing, done }));
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
  yDown: boolean,
  tell: (done: number) => void,
): CheckedField {
  const { form, values } = theirs;
  const { isClamped, few } = clampedAt(values);
  const all = Uint32Array.from(values.keys());
  const compared = all.filter((i) => Number.isFinite(values[i]) && !isClamped(values[i]));
  if (compared.length < Math.min(LEAST, values.length)) throw new Error(`no distances: ${few}`);
  const units = [1, ...boxes.map(({ width }) => width / theirs.columns)];
  const areOfPixels = arePixelDistances(values, compared, units);
  const match = bestMatch(field, { ...theirs, compared, areOfPixels }, boxes);
  const { layout, reading, line } = match;
  const { scale, offset } = line;
  const exact = valuesOver(field, layout, tell);
  const mapped = values.map((value) => scale * measured(value, reading) + offset);
  const differences = new Float64Array(values.length);
  for (const i of compared) differences[i] = mapped[i] - wantedOf(exact[i], reading);
  const worst = largest(differences);
  const isOff = (OFF * layout.box.width) / layout.columns;
  const off = compared.filter((i) => Math.abs(differences[i]) > isOff);
  const mean = compared.reduce((total, i) => total + Math.abs(differences[i]), 0) / compared.length;
  const others = reading.isUnsigned ? 0 : compared.filter((i) => mapped[i] < 0 !== exact[i] < 0).length;
  const otherSide = others / compared.length;
  const notFinite = all.filter((i) => !Number.isFinite(values[i])).length;
  const clamped = values.length - compared.length - notFinite;
  const at = (i: number) => placeOf(i, layout);
  return {
    form,
    scale,
    offset,
    reading,
    layout,
    causes: causesOf({
      theirs,
      exact,
      mapped,
      compared,
      off,
      isClamped,
      mean,
      otherSide,
      notFinite,
      yDown,
      match,
      areOfPixels,
    }),
    greatest: { difference: differences[worst[0] ?? 0], ...at(worst[0] ?? 0) },
    mean,
    otherSide,
    clamped,
    notFinite,
    worst: Float64Array.from(worst.flatMap((i) => [at(i).x, at(i).y])),
    off: { count: off.length, rows: listed(off, differences, mapped, at) },
    outline: outlineOf(match, mapped, exact),
  };
}

function outlineOf({ layout, reading }: FieldMatch, mapped: Float64Array, exact: Float64Array): Float64Array[] {
  const grid = gridOf(layout);
  if (!grid || reading.isUnsigned) return [];
  // What is no number is on no side.
  const values = mapped.map((value, i) => (Number.isFinite(value) ? value : exact[i]));
  return contours(grid, inRows(values, layout), [0]).map(({ points, closed }) =>
    closed ? Float64Array.of(...points, points[0], points[1]) : points,
  );
}

function listed(
  off: Uint32Array,
  differences: Float64Array,
  mapped: Float64Array,
  at: (i: number) => { x: number; y: number },
): Float64Array {
  const sorted = off.slice().sort((i, j) => Math.abs(differences[j]) - Math.abs(differences[i]));
  const rows = new Float64Array(4 * Math.min(LISTED, sorted.length));
  for (let k = 0; 4 * k < rows.length; k++) {
    const i = sorted[k];
    const { x, y } = at(i);
    rows.set([x, y, mapped[i], mapped[i] - differences[i]], 4 * k);
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

/** Values that stand at an end of the range more often than distances do by themselves; and what is said where there are hardly others. */
function clampedAt(values: Float64Array): { isClamped(value: number): boolean; few: string } {
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    if (!Number.isFinite(value)) continue;
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
    isClamped: (value) => (value === least && low > many) || (value === greatest && high > many),
    few:
      least > greatest
        ? "no sample is a finite number"
        : least === greatest
          ? `every sample is ${least}`
          : `nearly all samples are ${least} or ${greatest}, as in a picture of inside and outside`,
  };
}
