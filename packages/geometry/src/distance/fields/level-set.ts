import { cleaned } from "../../arrangement";
import { locationIndex } from "../../location";
import { type MultiPolygon, operandOf, type Ring } from "../../polygon";
import { simplifyOutlines } from "../../simplify";
import type { Slope } from "../forms";
import { CornerValues, CrossedCells, type Witness } from "./crossed-cells";
import type { DistanceField } from "./field";
import { valuesAt } from "./measured";
import { boxAroundBoth } from "./sets";

/** Where a field has one value, as valid polygons around what lies below it. */
export interface LevelSet {
  polygons: MultiPolygon;
  /** No value found along the outlines, or on the wrong side of them, differed from the level by more than this, in plan units. */
  error: number;
  /** Nothing thinner than this was looked for. */
  cell: number;
}

/** No more cells along the longer side than this. */
const MOST_ALONG = 2048;

/**
 * The outline of all places where a field is at most `level`, within `tolerance` of it, with as few vertices as that needs.
 *
 * Squares that may hold the level are divided in four: by the field's growth those where its value in the middle differs from the
 * level by no more than half the diagonal. In the smallest ones lines run between the sides that change from below to above (W. E.
 * Lorensen and H. E. Cline, Marching cubes, 1987, in the plane); where they cross a side, and which way they run where two
 * pairs of sides do, the field itself is asked. A line that differs from the level is bent where it does: to the place where the
 * tangents of its ends meet, if the level has a corner there, otherwise to a place on the level (Newton's method). Squares are halved once
 * more where that does not come within the tolerance, or leaves out a thin piece between the corners of squares.
 * Throws `RangeError` for a tolerance that is not greater than 0, and for what reaches without end.
 */
export function levelSet(field: DistanceField, level: number, tolerance: number): LevelSet {
  return levelSets(field, [level], tolerance)[0];
}

/** `levelSet` of several levels at once: the field is asked once for all where they share the corners of squares. */
export function levelSets(field: DistanceField, levels: readonly number[], tolerance: number): LevelSet[] {
  if (!(tolerance > 0)) throw new RangeError("a contour takes a tolerance greater than 0");
  const found: LevelSet[] = levels.map(() => ({ polygons: [], error: 0, cell: 0 }));
  let open = levels.map((_, k) => k).filter((k) => field.within(levels[k]) !== null);
  const box = open.map((k) => field.within(levels[k])).reduce(boxAroundBoth, null);
  if (!box) return found;
  const { minX, minY, maxX, maxY } = box;
  if (![minX, minY, maxX, maxY].every(Number.isFinite))
    throw new RangeError("the places below this value have no end: a contour of them closes only along a frame");
  // Values may grow faster than distances.
  const fewer = ((1 - FINE) * tolerance) / Math.max(1, field.lipschitz);
  const extent = Math.max(maxX - minX, maxY - minY, tolerance);
  const least = 2 ** Math.ceil(Math.log2(Math.max(32, extent / (WIDTH * tolerance))));
  for (let round = 0; open.length > 0; round++) {
    const along = Math.min(MOST_ALONG, least * 2 ** round);
    const cell = extent / (along - 4);
    const values = new CornerValues(field, { x: minX - 2 * cell, y: minY - 2 * cell, cell, along });
    open = open.filter((k) => {
      const level = levels[k];
      const cells = new CrossedCells(values, level);
      const rings = cells.lines().map((line) => refined(field, level, FINE * tolerance, line));
      const polygons = withFewerVertices(cleaned(rings, "nonzero").polygons, fewer);
      const missed = greatestMissed(cells.witnesses(), polygons, tolerance);
      const error = Math.max(greatestDifference(field, level, polygons), missed);
      found[k] = { polygons, error, cell };
      // In narrow places a line may have been bent to the other side: smaller squares tell them apart.
      return error > tolerance && round < ROUNDS && along < MOST_ALONG;
    });
  }
  return found;
}

/** Lines are bent to within this part of the tolerance; the rest is for leaving vertices out. */
const FINE = 0.125;
const ROUNDS = 5;

/** Cells are so many tolerances wide, where that is not too many of them. */
const WIDTH = 12;

/** A place on the level with the field's gradient there. */
interface Place {
  x: number;
  y: number;
  slope: Slope;
}

/** Halvings of one line at most. */
const DEEPEST = 12;
/** Gradients that differ by more than this cosine may come from both sides of a crease. */
const CREASE = 0.97;

/** Where a line is held against the level. */
const QUARTERS = [0.25, 0.5, 0.75];

function refined(field: DistanceField, level: number, tolerance: number, line: readonly [number, number][]): Ring {
  const points: number[] = [];
  const placeAt = (x: number, y: number): Place => {
    const slope = { x: 0, y: 0 };
    field.at(x, y, slope);
    return { x, y, slope };
  };
  const offBy = (x: number, y: number): number => Math.abs(field.at(x, y) - level);
  const isClose = (p: Place, q: Place): boolean =>
    QUARTERS.every((share) => offBy(p.x + share * (q.x - p.x), p.y + share * (q.y - p.y)) <= tolerance);
  const between = (p: Place, q: Place, depth: number): void => {
    const corner = cornerOf(p, q, tolerance);
    if (corner && offBy(corner.x, corner.y) <= tolerance / 2) {
      const place = placeAt(corner.x, corner.y);
      if (isClose(p, place) && isClose(place, q)) {
        points.push(corner.x, corner.y);
        return;
      }
    }
    if (depth >= DEEPEST || isClose(p, q)) return;
    const middle = onLevel(field, level, (p.x + q.x) / 2, (p.y + q.y) / 2, Math.hypot(q.x - p.x, q.y - p.y) / 2);
    const place = middle ?? acrossLevel(field, level, p, q);
    if (!place) return;
    between(p, place, depth + 1);
    points.push(place.x, place.y);
    between(place, q, depth + 1);
  };
  /** Whether the line turns by much at a place. */
  const isTurn = (k: number): boolean => {
    const [ax, ay] = line[(k + line.length - 1) % line.length];
    const [bx, by] = line[k % line.length];
    const [cx, cy] = line[(k + 1) % line.length];
    const [ux, uy, vx, vy] = [bx - ax, by - ay, cx - bx, cy - by];
    return ux * vx + uy * vy < CREASE * Math.sqrt((ux * ux + uy * uy) * (vx * vx + vy * vy));
  };
  const asked: number[] = [];
  line.forEach((p, k) => {
    const q = line[(k + 1) % line.length];
    for (const share of QUARTERS) asked.push(p[0] + share * (q[0] - p[0]), p[1] + share * (q[1] - p[1]));
  });
  const values = valuesAt(field, asked);
  line.forEach(([x, y], k) => {
    points.push(x, y);
    // Most lines lie close, and the field need not be asked for gradients there. But those may cut a sharp tip off.
    const isLineClose = QUARTERS.every((_, quarter) => Math.abs(values[3 * k + quarter] - level) <= tolerance);
    if (!isLineClose || isTurn(k) || isTurn(k + 1)) between(placeAt(x, y), placeAt(...line[(k + 1) % line.length]), 0);
  });
  return Float64Array.from(points);
}

/** A corner may be so many times further away than two places on both sides of it are from each other: down to angles of 2 degrees. */
const SHARPEST = 32;

/** Where the tangents at two places meet, if these differ, and that lies near, but not as near as `tolerance` to the line between them. */
function cornerOf(p: Place, q: Place, tolerance: number): { x: number; y: number } | null {
  const [a, b] = [p.slope, q.slope];
  const [la, lb] = [Math.hypot(a.x, a.y), Math.hypot(b.x, b.y)];
  if (!(la > 0 && lb > 0) || (a.x * b.x + a.y * b.y) / (la * lb) > CREASE) return null;
  // a · (c − p) = 0 and b · (c − q) = 0
  const turn = a.x * b.y - a.y * b.x;
  if (turn === 0) return null;
  const [u, v] = [a.x * p.x + a.y * p.y, b.x * q.x + b.y * q.y];
  const x = (u * b.y - v * a.y) / turn;
  const y = (a.x * v - b.x * u) / turn;
  const [dx, dy] = [q.x - p.x, q.y - p.y];
  const far = Math.hypot(dx, dy);
  const beside = Math.abs(dx * (y - p.y) - dy * (x - p.x));
  if (!(beside > tolerance * far)) return null;
  return Math.max(Math.hypot(x - p.x, y - p.y), Math.hypot(x - q.x, y - q.y)) <= SHARPEST * far ? { x, y } : null;
}

/** A place on the level near another one, or null where the gradient leads too far. */
function onLevel(field: DistanceField, level: number, x: number, y: number, reach: number): Place | null {
  const slope = { x: 0, y: 0 };
  let [px, py] = [x, y];
  for (let step = 0; step < 8; step++) {
    const value = field.at(px, py, slope) - level;
    const squared = slope.x * slope.x + slope.y * slope.y;
    if (Math.abs(value) <= 1e-14 * (Math.abs(px) + Math.abs(py)) || squared === 0) break;
    px -= (value * slope.x) / squared;
    py -= (value * slope.y) / squared;
    if (!(Math.hypot(px - x, py - y) <= reach)) return null;
  }
  return { x: px, y: py, slope };
}

function withFewerVertices(polygons: MultiPolygon, tolerance: number): MultiPolygon {
  const outlines = polygons.flatMap(({ outer, holes }) =>
    [outer, ...holes].map((vertices) => ({ vertices, closed: true })),
  );
  const rings = simplifyOutlines(outlines, tolerance).outlines.map(({ vertices }) => vertices);
  return polygons.map(({ holes }) => {
    const [outer, ...inner] = rings.splice(0, 1 + holes.length);
    return { outer, holes: inner };
  });
}

/** Steps to each side in which the level is looked for beside a line, as long as the line all together. */
const BESIDE = 16;

/** Where the level crosses the upright on the middle of a line, near it; null where it does not. */
function acrossLevel(field: DistanceField, level: number, p: Place, q: Place): Place | null {
  const [x, y] = [(p.x + q.x) / 2, (p.y + q.y) / 2];
  const [nx, ny] = [(p.y - q.y) / BESIDE, (q.x - p.x) / BESIDE];
  const valueAt = (share: number): number => field.at(x + share * nx, y + share * ny) - level;
  const isIn = valueAt(0) <= 0;
  for (let step = 1; step <= BESIDE; step++)
    for (const side of [step, -step]) {
      if (valueAt(side) <= 0 === isIn) continue;
      let [low, high] = [side - Math.sign(side), side];
      for (let k = 0; k < 50; k++) {
        const middle = (low + high) / 2;
        if (valueAt(middle) <= 0 === isIn) low = middle;
        else high = middle;
      }
      const slope = { x: 0, y: 0 };
      const [px, py] = [x + high * nx, y + high * ny];
      field.at(px, py, slope);
      return { x: px, y: py, slope };
    }
  return null;
}

/** How far the values at places that lie on the wrong side of an outline differ from the level, if by more than the tolerance. */
function greatestMissed(places: readonly Witness[], polygons: MultiPolygon, tolerance: number): number {
  const deep = places.filter(({ off }) => Math.abs(off) > tolerance);
  if (deep.length === 0) return 0;
  const index = locationIndex(operandOf(polygons));
  const missed = deep.filter(({ x, y, off }) => (index.locate(x, y).side === "inside") !== off < 0);
  return missed.reduce((most, { off }) => Math.max(most, Math.abs(off)), 0);
}

/** Places asked along each edge. */
const ASKED = 8;

function greatestDifference(field: DistanceField, level: number, polygons: MultiPolygon): number {
  const asked: number[] = [];
  for (const { outer, holes } of polygons)
    for (const ring of [outer, ...holes])
      for (let i = 0; i < ring.length; i += 2) {
        const j = i + 2 < ring.length ? i + 2 : 0;
        const [x, y] = [ring[i], ring[i + 1]];
        for (let k = 0; k < ASKED; k++)
          asked.push(x + (k / ASKED) * (ring[j] - x), y + (k / ASKED) * (ring[j + 1] - y));
      }
  return valuesAt(field, asked).reduce((most, value) => Math.max(most, Math.abs(value - level)), 0);
}
