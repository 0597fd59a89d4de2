import { cleaned, combine } from "../arrangement";
import { convexPieces } from "../mesh";
import { bounds, type MultiPolygon, operandOf, type Ring } from "../polygon";
import { distanceIndex } from "./distance-index";
import { Escapes } from "./escapes";
import { inscribedCircle } from "./inscribed-circle";
import { minkowskiSum } from "./minkowski-sum";

/** A translation that parts two shapes: moved by it, the first one touches the second at most. */
export interface Parting {
  x: number;
  y: number;
  /** How far that is, in plan units. */
  length: number;
  /** No translation shorter than this parts them. */
  least: number;
}

/** Pairs of convex pieces that are worth the exact answer. */
const MOST_PAIRS = 700;
/** Beyond so many vertices together shapes are not taken apart at all. */
const MOST_VERTICES = 1500;

/**
 * The shortest translation of `a` that parts it from `b`, or a short one with a bound; null where they do not overlap. Valid
 * polygons (see ../arrangement).
 *
 * The translations that leave them overlapping are the Minkowski sum of b and −a (T. Lozano-Pérez, Spatial planning: a configuration
 * space approach, 1983): the union of the sums of their convex pieces. The shortest way out of it leads to the nearest place of its
 * boundary, into a gap as well as past the other shape; it is exact but for rounding, some 1e-13 of the size.
 *
 * Shapes of too many pieces are moved past each other altogether: the shortest such way among directions tried one by one, and bounded
 * by the largest circle in what both cover, in `a` and in `b`, which have to get apart by its diameter.
 */
export function shortestParting(a: MultiPolygon, b: MultiPolygon): Parting | null {
  const both = combine("intersection", operandOf(a), operandOf(b)).polygons;
  if (both.length === 0) return null;
  const pieces = vertexCount(a) + vertexCount(b) > MOST_VERTICES ? null : [convexPieces(a), convexPieces(b)];
  if (pieces && pieces[0].length * pieces[1].length <= MOST_PAIRS) {
    const out = wayOut(pieces[0], pieces[1]);
    if (out) return out;
  }
  const least = 2 * (inscribedCircle(operandOf(both), 0.01)?.radius ?? 0);
  return { ...new Escapes(a, b).shortest(), least };
}

function vertexCount(polygons: MultiPolygon): number {
  return operandOf(polygons).rings.reduce((sum, ring) => sum + ring.length / 2, 0);
}

/** The nearest place of the boundary of all translations that leave the pieces overlapping. */
function wayOut(a: readonly Ring[], b: readonly Ring[]): Parting | null {
  const turned = a.map((ring) => ring.map((value) => -value));
  const sums = b.flatMap((piece) => turned.map((other) => minkowskiSum(piece, other)));
  const forbidden = operandOf(cleaned(sums, "nonzero").polygons);
  const found = distanceIndex(forbidden).distance(0, 0);
  // What overlaps by less than rounding.
  if (!(found.distance < 0)) return null;
  const box = bounds(forbidden.rings)!;
  const error = 1e-12 * Math.max(box.maxX - box.minX, box.maxY - box.minY);
  const { x, y } = found.nearest;
  const length = Math.hypot(x, y);
  return { x, y, length, least: Math.max(0, length - error) };
}
