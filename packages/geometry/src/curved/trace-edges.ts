import type { CombineResult } from "../arrangement";
import { pointAt, type Segment } from "../path";
import type { CurveSource, EdgeSources } from "./edge-sources";

/**
 * What the edges of a result stand for, ring by ring (each polygon's outer ring, then its holes): `operands[k][r]` tells
 * it of ring r of operand k. The answer tells it of the result as an operand of the next operation, so that segments,
 * parameters and what is attached to them go along through any number of operations.
 *
 * An edge that several edges on one line became is a line of its own, told by the first of them.
 */
export function traceEdges<T>(
  result: Pick<CombineResult, "polygons" | "origins">,
  operands: readonly (readonly EdgeSources<T>[])[],
): EdgeSources<T>[] {
  const rings = result.polygons.flatMap(({ outer, holes }) => [outer, ...holes]);
  return result.origins().map(({ operand, ring, edge }, r) => {
    const vertices = rings[r];
    const n = edge.length;
    const curves: CurveSource<T>[] = [];
    const known = new Map<CurveSource<T>, number>();
    const [curve, from, to] = [new Int32Array(n), new Float64Array(n), new Float64Array(n)];
    for (let i = 0; i < n; i++) {
      const j = 2 * ((i + 1) % n);
      const ends = [vertices[2 * i], vertices[2 * i + 1], vertices[j], vertices[j + 1]];
      const part = partOfEdge(operands[operand[i]][ring[i]], edge[i], ends);
      let place = known.get(part.curve);
      if (place === undefined) {
        place = curves.push(part.curve) - 1;
        known.set(part.curve, place);
      }
      [curve[i], from[i], to[i]] = [place, part.from, part.to];
    }
    return { vertices, curves, curve, from, to };
  });
}

/** So far beyond the ends of the edge that it comes from, in shares of it, an edge is still a part of that. */
const BEYOND = 1e-6;

/** What the part of edge e between two points on it stands for. */
function partOfEdge<T>(
  { vertices: v, curves, curve, from, to }: EdgeSources<T>,
  e: number,
  [x0, y0, x1, y1]: number[],
): { curve: CurveSource<T>; from: number; to: number } {
  const f = (e + 1) % curve.length;
  const [ax, ay, bx, by] = [v[2 * e], v[2 * e + 1], v[2 * f], v[2 * f + 1]];
  const squared = (bx - ax) ** 2 + (by - ay) ** 2;
  const shareOf = (x: number, y: number): number =>
    squared > 0 ? ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / squared : 0;
  const source = curves[curve[e]];
  const shares = [shareOf(x0, y0), shareOf(x1, y1)];
  if (shares.some((share) => !(share > -BEYOND && share < 1 + BEYOND))) {
    const segment: Segment = { kind: "line", x0, y0, x1, y1 };
    return { curve: { ...source, segment, deviation: 0, around: undefined }, from: 0, to: 1 };
  }
  const [first, last] = shares.map((share) => {
    if (share < BEYOND) return from[e];
    if (share > 1 - BEYOND) return to[e];
    // Curves run along their chords, but not evenly: halve until the foot on the chord is that of the point.
    let [low, high] = [from[e], to[e]];
    for (let k = 0; k < 52; k++) {
      const middle = (low + high) / 2;
      if (shareOf(...pointAt(source.segment, middle)) < share) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  });
  return { curve: source, from: first, to: last };
}
