import type { Bounds } from "../../polygon";
import type { Blocks } from "../assembly/places";
import type { Slope } from "../forms";
import { turnedOverNumbers } from "../forms/changed-forms";
import type { FormNumbers } from "../forms/form-numbers";
import { boxAroundBoth, type DistanceField } from "./field";
import { type NearForms, nearForms } from "./near-forms";
import { anySquares, blockCache, type Known, squareCache, widthFor } from "./square-cache";

/** A field as it is, or turned over. */
export interface Side {
  field: DistanceField;
  turned: boolean;
}

/** What is asked of it at single places. */
interface ValueSide {
  field: Pick<DistanceField, "at">;
  turned: boolean;
}

/** A side with the box around its shape, where values are the distance to that outside: nowhere less than the way to the box. */
interface BoxedSide extends Side {
  box: Bounds | null;
}

/** The fields that may have the least value somewhere around a place, and their values there. */
interface Near extends Known {
  fields: readonly BoxedSide[];
  values: readonly number[];
  /** Which of them has the least one. */
  least: number;
}

/** Which of several fields have the least value. */
export interface NearFields {
  all: readonly Side[];
  /** Where their shapes are. */
  boxes: readonly (Bounds | null)[];
  /** The same by the compiled part alone, where all are forms. */
  forms(): NearForms | null;
  /** Those that may have it within a radius of a place, where the blocks of a grid are measured or other places. */
  within(blocks: Blocks | null, x: number, y: number, radius: number): readonly Side[];
  /** The least value at a place; its gradient is written into `slope`. */
  leastAt(x: number, y: number, slope?: Slope): number;
}

/** With this many fields or more it is quicker to find first which of them count near a place. */
export const MANY = 8;

/** Squares for single places lie along most fields, at most: those of more would rarely be met twice. */
const MOST_ALONG = 64;

/** Bytes of a side in the cache. */
const SIDE = 16;

/** More than what rounding changes values by, as a share of coordinates. */
const ROUNDED = 2 ** -40;

/**
 * Fields that cannot have the least value anywhere near a square are not looked at in the squares within that one, and what is found for a
 * square is kept.
 */
export function nearFields(sides: readonly Side[]): NearFields {
  // Spread into new ones, they would be read several times as slowly.
  const boxes = sides.map(({ field }) => field.within(0));
  const all = sides.map(({ field, turned }, k) => ({ field, turned, box: isWayTo(field, turned) ? boxes[k] : null }));
  const lipschitz = all.reduce((greatest, { field }) => Math.max(greatest, field.lipschitz), 0);
  /** Values infinitely far away tell nothing. */
  const unknown: Near = {
    x: Number.POSITIVE_INFINITY,
    y: 0,
    size: SIDE * all.length,
    fields: all,
    values: all.map(() => 0),
    least: 0,
  };
  const bounded = boxes.filter(isBounded);
  const size = sizeOf(bounded);
  let usual: number | undefined;
  const widthOfPlaces = (): number => (usual ??= usualWidth(bounded, all.length));
  const squares = squareCache(unknown, anySquares(size), nearDisc);
  const ofBlocks = blockCache(unknown, size, nearDisc);
  let forms: NearForms | null | undefined;

  /** No value differs from one elsewhere by more than the Lipschitz constant times the way. */
  function nearDisc(known: Near, x: number, y: number, radius: number): Near {
    const change = lipschitz * (Math.hypot(x - known.x, y - known.y) + radius);
    const fields: BoxedSide[] = [];
    const values: number[] = [];
    let most = Number.POSITIVE_INFINITY;
    const ask = (k: number): void => {
      const side = known.fields[k];
      const value = valueAt(side, x, y);
      most = Math.min(most, value + side.field.lipschitz * radius);
      fields.push(side);
      values.push(value);
    };
    // With a low value to begin with, most others need not be asked.
    ask(known.least);
    for (let k = 0; k < known.fields.length; k++) if (k !== known.least && !(known.values[k] - change > most)) ask(k);
    let count = 0;
    let least = 0;
    for (let k = 0; k < fields.length; k++) {
      // What is not a number tells nothing.
      if (values[k] - fields[k].field.lipschitz * radius > most) continue;
      fields[count] = fields[k];
      values[count] = values[k];
      if (values[count] < values[least]) least = count;
      count++;
    }
    fields.length = count;
    values.length = count;
    return { x, y, size: SIDE * count, fields, values, least };
  }

  function leastAt(x: number, y: number, slope?: Slope): number {
    let known = unknown;
    if (all.length >= MANY) {
      known = squares(x, y, widthOfPlaces());
    }
    const way = known === unknown ? Number.POSITIVE_INFINITY : Math.hypot(x - known.x, y - known.y);
    const change = lipschitz * (way + ROUNDED * (Math.abs(x) + Math.abs(y) + way));
    let side = known.fields[known.least];
    let value = valueAt(side, x, y);
    for (let k = 0; k < known.fields.length; k++) {
      if (k === known.least || known.values[k] - change > value || leastByBox(known.fields[k], x, y) > value) continue;
      const other = valueAt(known.fields[k], x, y);
      if (value <= other) continue;
      value = other;
      side = known.fields[k];
    }
    return slope ? valueAt(side, x, y, slope) : value;
  }

  return {
    all,
    boxes,
    forms: () => {
      if (forms === undefined) forms = formsOf(all, size, widthOfPlaces);
      return forms;
    },
    within: (blocks, x, y, radius) => {
      const block = blocks && ofBlocks(blocks, x, y, radius);
      return (block ?? nearDisc(squares(x, y, widthFor(radius)), x, y, radius)).fields;
    },
    leastAt,
  };
}

function formsOf(sides: readonly Side[], size: number, widthOfPlaces: () => number): NearForms | null {
  if (sides.length < MANY) return null;
  const forms: FormNumbers[] = [];
  for (const { field, turned } of sides) {
    const form = turned ? turnedOverNumbers(field.form?.()) : field.form?.();
    if (!form) return null;
    forms.push(form);
  }
  return nearForms(forms, size, widthOfPlaces);
}

/** The value of a side; its gradient is written into `slope`. */
export function valueAt({ field, turned }: ValueSide, x: number, y: number, slope?: Slope): number {
  const value = field.at(x, y, slope);
  if (!turned) return value;
  if (slope) {
    slope.x = -slope.x;
    slope.y = -slope.y;
  }
  return -value;
}

/** Whether no value outside of its shape's box is less than the way to that. */
function isWayTo({ worth }: DistanceField, turned: boolean): boolean {
  return !turned && worth.outside === "exact";
}

/** What the value at a place is at least, as the box tells: the way to it. */
function leastByBox({ box }: BoxedSide, x: number, y: number): number {
  if (!box) return Number.NEGATIVE_INFINITY;
  const dx = Math.max(box.minX - x, 0, x - box.maxX);
  const dy = Math.max(box.minY - y, 0, y - box.maxY);
  return dx > 0 || dy > 0 ? Math.sqrt(dx * dx + dy * dy) : Number.NEGATIVE_INFINITY;
}

/** The longer side of the box around all. */
function sizeOf(boxes: readonly Bounds[]): number {
  const box = boxes.reduce<Bounds | null>(boxAroundBoth, null);
  return box ? Math.max(box.maxX - box.minX, box.maxY - box.minY) : 0;
}

/** How wide squares are for single places: in a wide one many fields count. */
function usualWidth(boxes: readonly Bounds[], count: number): number {
  if (boxes.length === 0) return 0;
  const wide = spreadOf(boxes.map(({ minX, maxX }) => [minX, maxX]));
  const high = spreadOf(boxes.map(({ minY, maxY }) => [minY, maxY]));
  const width = Math.max(Math.sqrt((wide / count) * high) / 4, Math.max(wide, high) / MOST_ALONG);
  return 2 ** Math.ceil(Math.log2(width));
}

/** How far sides reach along an axis, but for a few that lie far from most: twice what half of them take, and a usual one. */
function spreadOf(sides: readonly [low: number, high: number][]): number {
  const middles = Float64Array.from(sides, ([low, high]) => low / 2 + high / 2).sort();
  const lengths = Float64Array.from(sides, ([low, high]) => high - low).sort();
  const part = (values: Float64Array, share: number): number => values[Math.floor(share * (values.length - 1))];
  return 2 * (part(middles, 0.75) - part(middles, 0.25)) + part(lengths, 0.5);
}

function isBounded(box: Bounds | null): box is Bounds {
  return box !== null && Number.isFinite(box.maxX - box.minX) && Number.isFinite(box.maxY - box.minY);
}
