import { distanceIndex } from "../distance";
import { locationIndex } from "../location";
import { type Path, reversePath, type Segment } from "../path";
import { allRings, type Operand, type Ring } from "../polygon";
import { leastGap, withoutBuried } from "./buried";
import { type ApproximateRegion, cleanedRings, cleanedSoon, coveredBy, type DerivedRegion } from "./covered";
import { Disc } from "./disc";
import { finerParts, type Part, partsOf } from "./parts";
import { pieceOf, STEPS_A_PIECE, withoutRepeats } from "./pieces";
import { hasBevels, type SideStyle, StrokeError, stepCount, type WholeWalk, walkBeside, wholeWalk } from "./side";
import { tracedWalks, turnedWalk, type WalkRing } from "./walk-sources";

/**
 * A region grown by a distance (plan units), or shrunk where it is negative: with round joins exactly the points that
 * lie no further than the distance from the region, or no nearer than it to what is outside, up to `tolerance`. Other
 * joins stand at corners that point outwards when growing, inwards when shrinking.
 *
 * `outlines` bound the region: closed, simple and disjoint, outer ones in the positive sense, holes in the negative.
 * The result is valid (see ../arrangement). O(n log n) where the walks beside the outlines cross O(n) times, O(n log² n)
 * in general, n being the vertices of those walks; with bevels and limited miters plus what comes out of parts of the
 * outline, which may be more. Throws {@link StrokeError} for a distance or tolerance that is not finite, a tolerance that
 * is not above 0, and where more than 1,048,576 vertices or 4,000,000 crossings would be needed at once.
 */
export function offsetOutlines(outlines: Path, distance: number, style: SideStyle): ApproximateRegion {
  if (!Number.isFinite(distance)) throw new StrokeError(`the distance must be a finite number, not ${distance}`);
  if (!(style.tolerance > 0 && style.tolerance < Number.POSITIVE_INFINITY))
    throw new StrokeError(`the tolerance must be a finite number greater than 0, not ${style.tolerance}`);
  // Shrinking walks the outlines backwards, so that what is inside lies on the right, and turns the walk around again.
  const all = (distance < 0 ? reversePath(outlines) : outlines).subpaths.map(partsOf);
  const walks = walksBeside(all, distance, style, false);
  const soon = cleanedSoon(walks.map(({ ring }) => ring));
  if (!soon)
    return {
      ...inPieces(all, distance, style),
      deviation: style.tolerance,
      curvedDeviation: style.tolerance,
      traced: null,
    };
  const deviation = walks.some(({ isRounded }) => isRounded) ? style.tolerance : 0;
  const curvedDeviation = walks.some(({ isChorded }) => isChorded) ? style.tolerance : 0;
  return {
    ...soon,
    deviation,
    curvedDeviation,
    traced: (attached) => tracedWalks(walksBeside(all, distance, style, true), attached, deviation),
  };
}

function walksBeside(
  all: readonly Part[][],
  distance: number,
  style: SideStyle,
  traces: boolean,
): (WalkRing & Pick<WholeWalk, "isRounded" | "isChorded">)[] {
  return all.map((parts) => {
    const { points, edges, isRounded, isChorded } = wholeWalk(parts, true, Math.abs(distance), style, traces);
    const walk = { ring: ringOf(points), edges };
    return { ...(distance < 0 ? turnedWalk(walk) : walk), isRounded, isChorded };
  });
}

/**
 * The same from pieces of the band between the outlines and the walks beside them. What bounds the band at a distance from
 * the outlines, inside the region or outside of it, bounds the result.
 */
function inPieces(all: readonly Part[][], distance: number, style: SideStyle): DerivedRegion {
  const h = Math.abs(distance);
  const isWhole = !all.some((parts) => hasBevels(parts, true, style)) && leastGap(h, style.tolerance) > h / 2;
  const disc = isWhole ? new Disc(h, style) : null;
  const countOf = (segment: Segment): number =>
    disc?.chordsOf(segment).length ?? stepCount(segment, h, style.tolerance);
  const sides = all.map((parts) => {
    const finer = finerParts(parts, (segment) => Math.ceil(countOf(segment) / STEPS_A_PIECE));
    return disc?.walkBeside(finer, true) ?? walkBeside(finer, true, h, style);
  });
  const rings = sides.map((side) => withoutRepeats(side.flatMap(({ feet }) => feet)));
  const region: Operand = { rings: rings.map(distance < 0 ? turnedAround : ringOf), fillRule: "nonzero" };
  const visible = disc ? sides.map((side) => withoutBuried(side, h, style.tolerance)) : sides;
  const band = coveredBy(visible.flatMap((side) => side.map((part) => [pieceOf(part)])));
  const index = distanceIndex(region);
  const least = disc ? leastGap(h, style.tolerance) : 1e-6 * h;
  const location = locationIndex(region);
  const wanted = distance < 0 ? "inside" : "outside";
  const bounding = allRings(band.polygons).filter(
    ([x, y]) => index.gap(x, y) > least && location.locate(x, y).side === wanted,
  );
  const { polygons, movement } = cleanedRings(distance < 0 ? bounding.map(turnedAround) : bounding);
  return { polygons, movement: movement + band.movement };
}

function ringOf(points: readonly number[]): Ring {
  return Float64Array.from(points);
}

function turnedAround(points: ArrayLike<number>): Ring {
  const n = points.length;
  const ring = new Float64Array(n);
  for (let i = 0; i < n; i += 2) {
    ring[i] = points[n - 2 - i];
    ring[i + 1] = points[n - 1 - i];
  }
  return ring;
}
