import { cleaned } from "../../arrangement";
import { locationIndex } from "../../location";
import { type MultiPolygon, operandOf, type Ring } from "../../polygon";
import { simplifyOutlines } from "../../simplify";
import { Bending, isTurn, QUARTERS } from "./bending";
import { CornerValues, CrossedCells, type Witness } from "./crossed-cells";
import { boxAroundBoth, type DistanceField } from "./field";
import { valuesAt } from "./measured";

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

function refined(field: DistanceField, level: number, tolerance: number, line: readonly [number, number][]): Ring {
  const bending = new Bending(field, level, tolerance, "left", false);
  const points: number[] = [];
  const at = (k: number): [number, number] => line[(k + line.length) % line.length];
  const isTurnAt = (k: number): boolean => isTurn(...at(k - 1), ...at(k), ...at(k + 1));
  const asked: number[] = [];
  line.forEach((p, k) => {
    const q = at(k + 1);
    for (const share of QUARTERS) asked.push(p[0] + share * (q[0] - p[0]), p[1] + share * (q[1] - p[1]));
  });
  const values = valuesAt(field, asked);
  line.forEach(([x, y], k) => {
    points.push(x, y);
    // Most lines lie close, and the field need not be asked for gradients there. But those may cut a sharp tip off.
    const isClose = QUARTERS.every((_, quarter) => Math.abs(values[3 * k + quarter] - level) <= tolerance);
    if (isClose && !isTurnAt(k) && !isTurnAt(k + 1)) return;
    bending.between(bending.placeAt(x, y), bending.placeAt(...at(k + 1)), points);
  });
  return Float64Array.from(points);
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
