import { hasLength, partOf, pointAt, type Segment, type Subpath, segmentsWithJoin, slowPlaces } from "../path";

/** A segment of an outline, or a part of one. */
export interface Part {
  segment: Segment;
  /** It goes on from the part before inside one segment: what lies between is no corner. */
  isInner: boolean;
}

/** How near to real a zero of C' is where a curve stops and turns, or nearly so. */
const NEARLY_STOPS = 0.01;

/** The segments of an outline with a length, cut where curves stop or nearly so (cusps, folds). */
export function partsOf(subpath: Subpath): Part[] {
  const parts: Part[] = [];
  for (const segment of segmentsWithJoin(subpath)) {
    if (!hasLength(segment)) continue;
    if (segment.kind === "line") parts.push({ segment, isInner: false });
    else parts.push(...cutAt(segment, slowPlaces(segment, NEARLY_STOPS)));
  }
  return parts;
}

/** The same parts, each cut into `countOf` it, of equal extent in the parameter. */
export function finerParts(parts: readonly Part[], countOf: (segment: Segment) => number): Part[] {
  return parts.flatMap(({ segment, isInner }) => {
    const count = countOf(segment);
    const places = Array.from({ length: count - 1 }, (_, i) => (i + 1) / count);
    return cutAt(segment, places).map((part, i) => (i === 0 ? { ...part, isInner } : part));
  });
}

function cutAt(segment: Segment, places: readonly number[]): Part[] {
  if (places.length === 0) return [{ segment, isInner: false }];
  const stops = [0, ...places, 1];
  const parts: Part[] = [];
  for (let i = 1; i < stops.length; i++) {
    const part = partOf(segment, stops[i - 1], stops[i]);
    // Neighbours meet in the very same point, whatever rounding made of it.
    if (i === 1) parts.push({ segment: part, isInner: false });
    else {
      const [x0, y0] = pointAt(parts[i - 2].segment, 1);
      parts.push({ segment: { ...part, x0, y0 }, isInner: true });
    }
  }
  return parts;
}
