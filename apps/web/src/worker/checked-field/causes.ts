import type { ForeignField } from "../field-file";
import { fittedLine } from "./line-fit";
import type { FieldMatch } from "./match";
import { cellOf } from "./sample-layout";
import { spreadOver } from "./spread";

/** What makes somebody's field another one than ours, as likely as can be seen from its samples. */
export type Cause =
  | "columns and rows exchanged"
  | "x turned over"
  | "y turned over"
  | "inside and outside swapped"
  | "without a sign"
  | "squared"
  | "measured in cells"
  | "longer"
  | "greater everywhere"
  | "sampled at corners"
  | "half a cell off"
  | "shifted"
  | "0 inside"
  | "0 outside"
  | "clamped"
  | "not finite"
  | "another sign at some places"
  | "measured between pixels"
  | "not Euclidean"
  | "another outline";

interface Found {
  theirs: ForeignField;
  /** Ours at all samples, and theirs in plan units. */
  exact: Float64Array;
  mapped: Float64Array;
  /** The samples that are compared, and those of them that are off. */
  compared: Uint32Array;
  off: Uint32Array;
  isClamped(value: number): boolean;
  mean: number;
  otherSide: number;
  notFinite: number;
  yDown: boolean;
  match: FieldMatch;
  /** Whether their squares say that they are distances from pixel to pixel. */
  areOfPixels: boolean;
}

/** Off by more than this part of a cell on average, and with another sign at no more than this part of the samples, distances differ. */
const OFF = 0.1;
const SAME = 0.01;
/** Up to this part of the samples is few, and from this one on it is nearly all. */
const FEW = 0.1;
const NEARLY = 0.9;
/** A part by which lengths in cells may differ from those. */
const ALIKE = 1e-3;
/** Scales of what are distances in plan units, though too long or too short. */
const LONGEST = 1.25;

/** Both sides of what is measured between pixels: samples that are looked at, at least on each, and in cells how far they are apart and off. */
const SOME = 4000;
const FEWEST = 8;
const GAP = { least: 0.6, most: 1.5, rest: 0.3 };

/** All that was found, first how the file has to be read, then what is wrong with its values. */
export function causesOf(found: Found): Cause[] {
  const isOff = found.mean > OFF * cellOf(found.match.layout).width;
  if (isOff && (found.areOfPixels || areSidesApart(found)))
    return [...layoutCauses(found), ...signCauses(found), "measured between pixels", ...endCauses(found)];
  return [
    ...layoutCauses(found),
    ...signCauses(found),
    ...scaleCauses(found),
    ...endCauses(found),
    ...offCauses(found),
  ];
}

function layoutCauses({ theirs, yDown, match }: Found): Cause[] {
  const { byColumns, isMirrored, isFlipped, atCorners, shift } = match.layout;
  const causes: Cause[] = [];
  if (byColumns) causes.push("columns and rows exchanged");
  if (isMirrored) causes.push("x turned over");
  // Pictures begin at the top, float maps at the bottom: that is their own order.
  const isOwnOrder = theirs.firstRow === (yDown ? "bottom" : "top");
  if (isFlipped && !isOwnOrder) causes.push("y turned over");
  if (atCorners) causes.push("sampled at corners");
  const halves = [Math.abs(shift.x), Math.abs(shift.y)];
  if (halves.some((size) => size > 0))
    causes.push(halves.every((size) => size % 0.5 === 0 && size < 1) ? "half a cell off" : "shifted");
  return causes;
}

function signCauses({ match: { line, reading } }: Found): Cause[] {
  const causes: Cause[] = [];
  if (line.scale < 0) causes.push("inside and outside swapped");
  if (reading.isUnsigned) causes.push("without a sign");
  if (reading.isSquared) causes.push("squared");
  return causes;
}

function scaleCauses({ theirs, mean, match: { layout, line } }: Found): Cause[] {
  const { width } = cellOf(layout);
  // Whole numbers have a scale of their own; and where lengths are wrong, the line that fits them best is none of theirs.
  if (theirs.isWhole || mean > OFF * width) return [];
  const size = Math.abs(line.scale);
  if (size === 1) return line.offset === 0 ? [] : ["greater everywhere"];
  // Whoever samples at corners may still divide the whole by the number of samples.
  const cells = [width, layout.box.width / layout.columns];
  if (cells.some((cell) => Math.abs(size / cell - 1) < ALIKE)) return ["measured in cells"];
  return size < LONGEST && size > 1 / LONGEST ? ["longer"] : [];
}

function endCauses({ theirs, exact, mapped, isClamped, notFinite, match }: Found): Cause[] {
  const causes: Cause[] = [];
  if (notFinite > 0) causes.push("not finite");
  const ends = Uint32Array.from(exact.keys()).filter((i) => isClamped(theirs.values[i]));
  if (ends.length === 0) return causes;
  const near = cellOf(match.layout).width / 2;
  const areZero = ends.every((i) => Math.abs(mapped[i]) < near);
  if (areZero && ends.every((i) => exact[i] < near)) return [...causes, "0 inside"];
  return [...causes, areZero && ends.every((i) => exact[i] > -near) ? "0 outside" : "clamped"];
}

function offCauses({ exact, mapped, compared, off, mean, otherSide, match }: Found): Cause[] {
  if (off.length === 0) return [];
  const { width } = cellOf(match.layout);
  const turned = off.filter((i) => Math.abs(mapped[i] + exact[i]) < OFF * width);
  if (turned.length > NEARLY * off.length && !match.reading.isUnsigned) return ["another sign at some places"];
  // Where few samples are off, their places say more than a cause would.
  if (!(mean > OFF * width && off.length > FEW * compared.length)) return [];
  return [otherSide <= SAME ? "not Euclidean" : "another outline"];
}

/** Whether all are half a cell too far from 0 on both sides, as distances from pixel to pixel are. */
function areSidesApart({ theirs, exact, compared, match: { layout, line } }: Found): boolean {
  const { width } = cellOf(layout);
  const some = spreadOver(compared, SOME);
  const sides = [1, -1].map((side) => some.filter((i) => Math.sign(exact[i]) === side));
  if (sides.some(({ length }) => length < FEWEST)) return false;
  const lines = sides.map((side) => {
    const values = Float64Array.from(side, (i) => theirs.values[i]);
    return fittedLine(
      values,
      Float64Array.from(side, (i) => exact[i]),
      OFF * OFF * width,
    );
  });
  if (lines.some(({ off }) => off > GAP.rest * width)) return false;
  const [outer, inner] = lines.map(({ scale, offset }) => -offset / scale);
  const gap = (line.scale * (outer - inner)) / width;
  return gap > GAP.least && gap < GAP.most;
}
