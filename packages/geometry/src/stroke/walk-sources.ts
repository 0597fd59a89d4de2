import { type CombineResult, cleaned } from "../arrangement";
import { type CurveSource, type EdgeSources, traceEdges } from "../curved";
import type { Segment } from "../path";
import type { Ring } from "../polygon";
import type { WalkEdge } from "./side";

/** A ring that walks beside an outline, with what each of its edges stands for (null for straight ones) where it was asked for. */
export interface WalkRing {
  ring: Ring;
  edges: readonly (WalkEdge | null)[];
}

/**
 * What the edges of a region stand for that is what walks run around: round joins and parallels of circular arcs are arcs,
 * parallels of lines are lines; parallels of other curves have no closed form and stay edges.
 */
export function tracedWalks<T>(walks: readonly WalkRing[], attached: T, deviation: number): EdgeSources<T>[] {
  const result: CombineResult = cleaned(
    walks.map(({ ring }) => ring),
    { atLeast: 1 },
  );
  return traceEdges(result, [walks.map((walk, subpath) => sourcesOfWalk(walk, attached, subpath, deviation))]);
}

/** The same ring the other way round, with or without what its edges stand for. */
export function turnedWalk({ ring, edges }: WalkRing): WalkRing {
  const n = ring.length / 2;
  const turned = new Float64Array(2 * n);
  for (let i = 0; i < n; i++) turned.set([ring[2 * (n - 1 - i)], ring[2 * (n - 1 - i) + 1]], 2 * i);
  return {
    ring: turned,
    edges: Array.from({ length: edges.length }, (_, i) => {
      const edge = edges[(2 * n - 2 - i) % n];
      return edge && { segment: edge.segment, from: edge.to, to: edge.from };
    }),
  };
}

function sourcesOfWalk<T>({ ring, edges }: WalkRing, attached: T, subpath: number, deviation: number): EdgeSources<T> {
  const n = edges.length;
  const curves: CurveSource<T>[] = [];
  const known = new Map<Segment, number>();
  const [curve, from, to] = [new Int32Array(n), new Float64Array(n), new Float64Array(n)];
  edges.forEach((edge, i) => {
    const j = 2 * ((i + 1) % n);
    const straight: Segment = { kind: "line", x0: ring[2 * i], y0: ring[2 * i + 1], x1: ring[j], y1: ring[j + 1] };
    const segment = edge?.segment ?? straight;
    let place = known.get(segment);
    if (place === undefined) {
      place = curves.push({ segment, attached, subpath, index: curves.length, deviation: edge ? deviation : 0 }) - 1;
      known.set(segment, place);
    }
    [curve[i], from[i], to[i]] = [place, edge?.from ?? 0, edge?.to ?? 1];
  });
  return { vertices: ring, curves, curve, from, to };
}
