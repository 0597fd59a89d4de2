import type { DistanceField } from "@vertexon/geometry";
import type { Line } from "./line-fit";
import { cellOf, type SampleLayout, valueAt } from "./sample-layout";

/** In cells: shifts beyond are not looked for, steps below end the search, and what is as near to half a cell is taken to be that. */
const FARTHEST = 3;
const STILL = 1e-3;
const NEAR_HALF = 0.1;
/** Steps at most. */
const STEPS = 8;
/** Added to the sums that determine a shift, as a part of them: one that the samples do not determine stays 0. */
const DAMPING = 1e-3;
/** Scale, offset, and the shift along x and y. */
const UNKNOWNS = 4;

/**
 * The layout moved so that lines from values to distances miss least, where it is moved by up to a few cells; null if it is not. By Gauss and
 * Newton's method, with weights as those of a fitted line: the gradient says by how much a distance changes as its place moves. `values` are
 * of the samples in `some`; `wanted` makes distances to what they measure.
 */
export function shiftedLayout(
  field: DistanceField,
  values: Float64Array,
  some: Uint32Array,
  layout: SampleLayout,
  line: Line,
  wanted: (distance: number) => number,
  fine: number,
): SampleLayout | null {
  const { width, height } = cellOf(layout);
  const slope = { x: 0, y: 0 };
  let { shift } = layout;
  let { scale, offset } = line;
  for (let step = 0; step < STEPS; step++) {
    const moved = { ...layout, shift };
    const sums = new Float64Array(UNKNOWNS * (UNKNOWNS + 1));
    some.forEach((i, k) => {
      const distance = valueAt(field, i, moved, slope);
      const ours = wanted(distance);
      const sign = ours === distance ? 1 : -1;
      const rest = ours - scale * values[k] - offset;
      const ways = [values[k], 1, -sign * slope.x * width, -sign * slope.y * height];
      addSquares(sums, ways, rest, 1 / Math.max(fine, Math.abs(rest)));
    });
    const damping = DAMPING * (sums[2 * UNKNOWNS + 2] + sums[3 * UNKNOWNS + 3]);
    sums[2 * UNKNOWNS + 2] += damping;
    sums[3 * UNKNOWNS + 3] += damping;
    const found = solved(sums);
    if (!found) return null;
    scale += found[0];
    offset += found[1];
    shift = { x: shift.x + found[2], y: shift.y + found[3] };
    if (!(Math.abs(shift.x) < FARTHEST && Math.abs(shift.y) < FARTHEST)) return null;
    if (Math.abs(found[2]) < STILL && Math.abs(found[3]) < STILL) break;
  }
  shift = { x: roundedHalf(shift.x), y: roundedHalf(shift.y) };
  return shift.x === 0 && shift.y === 0 ? null : { ...layout, shift };
}

/** Adds an equation to the normal equations, whose right side is behind the matrix. */
function addSquares(sums: Float64Array, ways: readonly number[], rest: number, weight: number): void {
  for (let i = 0; i < UNKNOWNS; i++) {
    for (let j = 0; j < UNKNOWNS; j++) sums[UNKNOWNS * i + j] += weight * ways[i] * ways[j];
    sums[UNKNOWNS * UNKNOWNS + i] += weight * ways[i] * rest;
  }
}

/** The unknowns of normal equations, by elimination; null where these do not determine them. */
function solved(sums: Float64Array): Float64Array | null {
  const n = UNKNOWNS;
  const right = sums.slice(n * n);
  for (let k = 0; k < n; k++) {
    const pivot = sums[n * k + k];
    if (!(pivot > 0)) return null;
    for (let i = k + 1; i < n; i++) {
      const factor = sums[n * i + k] / pivot;
      for (let j = k; j < n; j++) sums[n * i + j] -= factor * sums[n * k + j];
      right[i] -= factor * right[k];
    }
  }
  for (let k = n - 1; k >= 0; k--) {
    for (let j = k + 1; j < n; j++) right[k] -= sums[n * k + j] * right[j];
    right[k] /= sums[n * k + k];
  }
  return right;
}

function roundedHalf(cells: number): number {
  const half = Math.round(2 * cells) / 2;
  return Math.abs(cells - half) < NEAR_HALF ? half : cells;
}
