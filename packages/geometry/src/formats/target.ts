import { reverseSources, transformSources } from "../curved";
import { type Affine, reversePath, transformPath, transformPoint } from "../path";
import { type BoxLength, type Figure, type FigureLine, pointKey, type Samples } from "./figure";

/** Where the plan lies in the target's coordinates: factors on both axes (not 0), and where the plan's origin goes. */
export interface Target {
  scaleX: number;
  scaleY: number;
  x: number;
  y: number;
}

export const AS_PLANNED: Target = { scaleX: 1, scaleY: 1, x: 0, y: 0 };

/**
 * A figure in the order in which it is written: where the target's axes turn the other way round, the rings of regions are
 * travelled the other way from where they start, and triangles too, so that both keep the positive sense in the target.
 * Outlines are left as they were written.
 */
export function ordered(figure: Figure, { scaleX, scaleY }: Target): Figure {
  if (scaleX * scaleY > 0) return figure;
  if (figure.kind === "triangles") return { ...figure, indices: figure.indices && turnedTriangles(figure.indices) };
  if (figure.kind !== "region") return figure;
  return {
    ...figure,
    lines: figure.lines.map(({ vertices, closed }) => ({ vertices: turned(vertices), closed })),
    curves: () => reversePath(figure.curves()),
    sources: () => reverseSources(figure.sources()),
  };
}

function isAsPlanned({ scaleX, scaleY, x, y }: Target): boolean {
  return scaleX === 1 && scaleY === 1 && x === 0 && y === 0;
}

/** A figure's coordinates in the target. */
export function placed(figure: Figure, target: Target): Figure {
  if (isAsPlanned(target)) return figure;
  const { scaleX, scaleY, x, y } = target;
  const map: Affine = { a: scaleX, b: 0, c: 0, d: scaleY, e: x, f: y };
  const mapped = ({ vertices, closed }: FigureLine): FigureLine => {
    const moved = new Float64Array(vertices.length);
    for (let i = 0; i < moved.length; i += 2) moved.set(transformPoint(map, vertices[i], vertices[i + 1]), i);
    return { vertices: moved, closed };
  };
  return {
    ...figure,
    samples: figure.samples && placedSamples(figure.samples, target),
    lines: figure.lines.map(mapped),
    boxLengths: new Map([...figure.boxLengths].map(([key, lengths]) => placedLengths(key, lengths, map))),
    curves: () => transformPath(figure.curves(), map),
    sources: () => transformSources(figure.sources(), map),
  };
}

/** Whether samples can be placed in the target: its units are the same along x and y, as cells are square. */
export function takesSamples({ scaleX, scaleY }: Target): boolean {
  return scaleX > 0 && Math.abs(Math.abs(scaleY) - scaleX) <= 1e-12 * scaleX;
}

/** Samples in the target's coordinates, rows from its least y; as they are where it takes none. */
export function placedSamples(samples: Samples, target: Target): Samples {
  const { scaleX, scaleY, x, y } = target;
  if (!takesSamples(target) || isAsPlanned(target)) return samples;
  const factor = scaleX;
  const { grid, values, reach, unit } = samples;
  const { columns, rows, cell } = grid;
  const isTurned = scaleY < 0;
  const placed = new Float64Array(values.length);
  for (let row = 0; row < rows; row++) {
    const from = (isTurned ? rows - 1 - row : row) * columns;
    for (let column = 0; column < columns; column++) placed[row * columns + column] = factor * values[from + column];
  }
  const corner = isTurned ? grid.y + rows * cell : grid.y;
  return {
    grid: { columns, rows, cell: factor * cell, x: scaleX * grid.x + x, y: scaleY * corner + y },
    values: placed,
    reach: factor * reach,
    unit: factor === 1 ? unit : "target unit",
  };
}

/** A turned axis counts from the box's other side. */
function placedLengths(
  key: string,
  lengths: readonly [BoxLength | null, BoxLength | null],
  map: Affine,
): [string, [BoxLength | null, BoxLength | null]] {
  const [x, y] = key.split(" ").map(Number);
  const along = (length: BoxLength | null, scale: number): BoxLength | null =>
    length && { fraction: scale < 0 ? 1 - length.fraction : length.fraction, fixed: scale * length.fixed };
  return [pointKey(...transformPoint(map, x, y)), [along(lengths[0], map.a), along(lengths[1], map.d)]];
}

function turned(ring: Float64Array): Float64Array {
  const n = ring.length;
  return Float64Array.from(ring, (_, i) => ring[i < 2 ? i : n - (i - (i % 2)) + (i % 2)]);
}

function turnedTriangles<T extends Uint16Array | Uint32Array>(indices: T): T {
  const other = indices.slice() as T;
  for (let i = 0; i < other.length; i += 3) [other[i + 1], other[i + 2]] = [indices[i + 2], indices[i + 1]];
  return other;
}
