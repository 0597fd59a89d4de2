import { type Segment, tangentAt } from "../path";
import { longestChords } from "./longest-chords";

/** A part of a curve that bends one way only, between two parameters. */
export interface Stretch {
  segment: Segment;
  from: number;
  to: number;
}

/** A chord of a stretch may turn by so much, in radians: what is said of vertices beside curves holds below a quarter turn. */
export const MOST_TURN = 1.4;

/** The side to which a convex stretch bulges from its chords: 1 is the left of travel, (−ty, tx) of the tangent. */
export function outwardsOf({ segment, from, to }: Stretch): 1 | -1 {
  const [sx, sy] = tangentAt(segment, from + (to - from) / 3, 1);
  const [tx, ty] = tangentAt(segment, to - (to - from) / 3, -1);
  const cross = sx * ty - sy * tx;
  if (segment.kind === "arc") return (segment.ux * segment.vy - segment.uy * segment.vx) * segment.sweep > 0 ? -1 : 1;
  return cross > 0 ? -1 : 1;
}

/** The fewest stops along a stretch, its very ends included. */
export function stopsAlong(
  { from, to }: Stretch,
  bound: (t0: number, t1: number) => number,
  tolerance: number,
): number[] | null {
  const at = (s: number): number => (s === 1 ? to : from + s * (to - from));
  return longestChords((s0, s1) => bound(at(s0), at(s1)), tolerance)?.map(at) ?? null;
}
