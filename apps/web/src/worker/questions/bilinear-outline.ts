import { contours, type DistanceField, type Grid } from "@vertexon/geometry";

/** The greatest distance of an outline from the true one, and where. */
interface Off {
  distance: number;
  x: number;
  y: number;
}

export interface BilinearOutline {
  /** x0 y0 x1 y1 …; closed ones end where they begin. */
  lines: Float64Array[];
  greatest: Off;
  /** The same where the true outline turns within a cell, and along all other parts; null where there is none such. */
  atCorners: Off | null;
  elsewhere: Off | null;
}

/** Pieces of the outline in one square of four samples. */
const PIECES = 4;
/** Where the field's direction turns by more than this within a square, there is a corner: cos 30°. */
const TURN = Math.cos(Math.PI / 6);

/**
 * Where a program that reads a sampled field bilinearly sees 0. In a square of four samples with the values a b (below) and c d
 * (above) that is a + (b − a) u + (c − a) v + (a − b − c + d) u v = 0, one piece of a hyperbola; it is asked for its distance
 * from the true outline at a few places.
 */
export function bilinearOutline(field: DistanceField, grid: Grid): BilinearOutline {
  const values = field.sample(grid);
  const found: BilinearOutline = {
    lines: [],
    greatest: { distance: 0, x: 0, y: 0 },
    atCorners: null,
    elsewhere: null,
  };
  for (const { points, closed } of contours(grid, values, [0])) {
    const n = points.length / 2;
    const corners = cornersAlong(field, points, closed);
    const line: number[] = [];
    for (let i = 0; i + (closed ? 0 : 1) < n; i++) {
      const j = (i + 1) % n;
      const piece = pieceBetween(grid, values, points[2 * i], points[2 * i + 1], points[2 * j], points[2 * j + 1]);
      line.push(...piece);
      for (let k = 0; k < piece.length; k += 2) note(found, field, piece[k], piece[k + 1], corners[i] === 1);
    }
    line.push(...(closed ? points.subarray(0, 2) : points.subarray(-2)));
    found.lines.push(Float64Array.from(line));
  }
  return found;
}

function note(found: BilinearOutline, field: DistanceField, x: number, y: number, isCorner: boolean): void {
  const off = { distance: Math.abs(field.at(x, y)), x, y };
  const part = isCorner ? "atCorners" : "elsewhere";
  if (off.distance > (found[part]?.distance ?? -1)) found[part] = off;
  if (off.distance > found.greatest.distance) found.greatest = off;
}

/** Which pieces of a line lie at a corner of the true outline: where its direction turns at once, and beside that. */
function cornersAlong(field: DistanceField, points: Float64Array, closed: boolean): Uint8Array {
  const n = points.length / 2;
  const slope = { x: 0, y: 0 };
  const slopes = new Float64Array(2 * n);
  for (let i = 0; i < n; i++) {
    field.at(points[2 * i], points[2 * i + 1], slope);
    const length = Math.hypot(slope.x, slope.y) || 1;
    slopes[2 * i] = slope.x / length;
    slopes[2 * i + 1] = slope.y / length;
  }
  const corners = new Uint8Array(n);
  for (let i = 0; i + (closed ? 0 : 1) < n; i++) {
    const j = (i + 1) % n;
    if (slopes[2 * i] * slopes[2 * j] + slopes[2 * i + 1] * slopes[2 * j + 1] > TURN) continue;
    for (const k of closed ? [i - 1, i, i + 1] : [Math.max(0, i - 1), i, Math.min(n - 1, i + 1)])
      corners[(k + n) % n] = 1;
  }
  return corners;
}

/** The places of one piece, from its first one on, without its last. */
function pieceBetween(
  { x, y, cell, columns }: Grid,
  values: Float64Array,
  px: number,
  py: number,
  qx: number,
  qy: number,
): number[] {
  const [x0, y0] = [x + cell / 2, y + cell / 2];
  const i = Math.floor(((px + qx) / 2 - x0) / cell);
  const j = Math.floor(((py + qy) / 2 - y0) / cell);
  const k = j * columns + i;
  const [a, b, c, d] = [values[k], values[k + 1], values[k + columns], values[k + columns + 1]];
  const twist = a - b - c + d;
  const places = [px, py];
  const isFlat = Math.abs(qx - px) >= Math.abs(qy - py);
  for (let step = 1; step < PIECES; step++) {
    const [lx, ly] = [px + (step / PIECES) * (qx - px), py + (step / PIECES) * (qy - py)];
    const [u, v] = [(lx - x0) / cell - i, (ly - y0) / cell - j];
    const across = isFlat ? -(a + (b - a) * u) / (c - a + twist * u) : -(a + (c - a) * v) / (b - a + twist * v);
    if (!(across >= 0 && across <= 1)) places.push(lx, ly);
    else if (isFlat) places.push(lx, y0 + (j + across) * cell);
    else places.push(x0 + (i + across) * cell, ly);
  }
  return places;
}
