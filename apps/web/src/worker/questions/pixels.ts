import {
  bounds,
  combineAll,
  coverage,
  FlattenError,
  flattenPath,
  hardEdged,
  type MultiPolygon,
} from "@vertexon/geometry";
import type { Shape } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** A window of a target's pixels around a place; `scale` is pixels to a plan unit. */
export interface PixelRequest {
  name: string;
  x: number;
  y: number;
  scale: number;
  columns: number;
  rows: number;
}

export interface PixelsView {
  request: PixelRequest;
  /** Row by row from the smallest y: hard-edged and by coverage, from the chords and from the true curve. */
  chords: { hard: Uint8Array; coverage: Float64Array };
  curve: { hard: Uint8Array; coverage: Float64Array };
  /** Over the whole shape; null where that would be too many pixels. */
  whole: { pixels: number; differing: number; greatest: number } | null;
}

/** The true curve is flattened to this share of a pixel. */
const SHARE = 1 / 1024;
/** A whole shape is counted on targets of up to so many pixels. */
const MOST_PIXELS = 1 << 20;

/** What a target shows of a shape's chords and of its true curve; null where the latter cannot be had so finely. */
export function pixels(sheet: AskedSheet, request: PixelRequest): PixelsView | null {
  const shape = sheet.shape(request.name);
  const curve = shape && trueRegion(shape, SHARE / request.scale);
  if (!shape || !curve) return null;
  const { x, y, scale, columns, rows } = request;
  const cell = 1 / scale;
  // Pixels begin at whole multiples from the plan's origin.
  const start = (middle: number, count: number): number => (Math.floor(middle * scale) - (count >> 1)) / scale;
  const grid = { x: start(x, columns), y: start(y, rows), cell, columns, rows };
  const seen = (polygons: MultiPolygon) => ({ hard: hardEdged(polygons, grid), coverage: coverage(polygons, grid) });
  return {
    request,
    chords: seen(shape.polygons),
    curve: seen(curve),
    whole: differencesOf(shape.polygons, curve, cell),
  };
}

function trueRegion(shape: Shape, tolerance: number): MultiPolygon | null {
  try {
    const rings = flattenPath(shape.outline, { tolerance }).subpaths.map(({ vertices }) => vertices);
    return combineAll("union", [{ rings, fillRule: shape.fillRule }]).polygons;
  } catch (error) {
    if (error instanceof FlattenError) return null;
    throw error;
  }
}

/** How many pixels of a whole shape come out otherwise, and by how much their coverage differs at most. */
function differencesOf(chords: MultiPolygon, curve: MultiPolygon, cell: number): PixelsView["whole"] {
  const box = bounds([...chords, ...curve].map(({ outer }) => outer));
  if (!box) return null;
  const [left, top] = [Math.floor(box.minX / cell), Math.floor(box.minY / cell)];
  const [columns, rows] = [Math.ceil(box.maxX / cell) - left, Math.ceil(box.maxY / cell) - top];
  if (!(columns * rows <= MOST_PIXELS)) return null;
  const grid = { x: left * cell, y: top * cell, cell, columns, rows };
  const [hardA, hardB] = [hardEdged(chords, grid), hardEdged(curve, grid)];
  const [shareA, shareB] = [coverage(chords, grid), coverage(curve, grid)];
  let differing = 0;
  let greatest = 0;
  for (let i = 0; i < hardA.length; i++) {
    if (hardA[i] !== hardB[i]) differing++;
    greatest = Math.max(greatest, Math.abs(shareA[i] - shareB[i]));
  }
  return { pixels: columns * rows, differing, greatest };
}
