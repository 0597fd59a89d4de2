import { type CombineResult, cleaned } from "../arrangement";
import { hasLength, type Path, reversePath, segmentsWithJoin } from "../path";
import { type SideStyle, StrokeError, walkBeside } from "./side";

/**
 * A region grown by a distance (plan units), or shrunk where it is negative: with round joins exactly the points that
 * lie no further than the distance from the region, or no nearer than it to what is outside, up to `tolerance`. Other
 * joins stand at corners that point outwards when growing, inwards when shrinking.
 *
 * `outlines` bound the region: closed, simple and disjoint, outer ones in the positive sense, holes in the negative.
 * Throws {@link StrokeError} for a distance or tolerance that is not finite, or a tolerance that is not above 0.
 */
export function offsetOutlines(outlines: Path, distance: number, style: SideStyle): CombineResult {
  if (!Number.isFinite(distance)) throw new StrokeError(`the distance must be a finite number, not ${distance}`);
  if (!(style.tolerance > 0 && style.tolerance < Number.POSITIVE_INFINITY))
    throw new StrokeError(`the tolerance must be a finite number greater than 0, not ${style.tolerance}`);
  // Shrinking walks the outlines backwards, so that what is inside lies on the right, and turns the walk around again.
  const path = distance < 0 ? reversePath(outlines) : outlines;
  const rings = path.subpaths.map((subpath) => {
    const segments = segmentsWithJoin(subpath).filter(hasLength);
    const walk = Float64Array.from(walkBeside(segments, true, Math.abs(distance), style));
    return distance < 0 ? turnedAround(walk) : walk;
  });
  return cleaned(rings, { atLeast: 1 });
}

function turnedAround(ring: Float64Array): Float64Array {
  const result = new Float64Array(ring.length);
  for (let i = 0; i < ring.length; i += 2) {
    result[i] = ring[ring.length - 2 - i];
    result[i + 1] = ring[ring.length - 1 - i];
  }
  return result;
}
