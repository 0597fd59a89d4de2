import { partOf, sectorArea } from "../path";
import { addMoved, errorOfMoved, movedChords, movedPoint } from "./moved-vertices";
import { outwardsOf, type Stretch } from "./stretch";
import type { VertexSink } from "./vertex-sink";

/**
 * Adds a convex stretch whose chords enclose as much area as the curve does; false, with nothing added, where that does not
 * come out. Half the tolerance is for what lies outside of chords; the vertices go out just so far that the area is kept:
 * about two thirds of the distance between arc and chord, as the area between those is two thirds of that times the length.
 */
export function keepArea(stretch: Stretch, tolerance: number, sink: VertexSink): boolean {
  const { segment, from, to } = stretch;
  const area = sectorArea(partOf(segment, from, to));
  const side = outwardsOf(stretch);
  for (let share = 1; share > 0.2; share *= 0.95) {
    const stops = movedChords(stretch, share * tolerance, (share * tolerance) / 2);
    if (!stops) return false;
    const off = (out: number): number => areaOfMoved(stretch, stops, side * out) - area;
    // The area grows with the way out nearly as a straight line.
    let [a, b] = [0, share * tolerance];
    let [offA, offB] = [off(a), off(b)];
    for (let i = 0; i < 6 && offA !== offB && Math.abs(b - a) > 1e-15 * tolerance; i++) {
      const next = b - (offB * (b - a)) / (offB - offA);
      [a, offA, b, offB] = [b, offB, next, off(next)];
    }
    // With one chord there is nothing to move.
    const out = stops.length > 2 ? b : 0;
    const holds = stops.every((t, i) => i === 0 || errorOfMoved(stretch, stops[i - 1], t, side * out) <= tolerance);
    if (out <= tolerance && holds) return addMoved(stretch, stops, out, sink);
  }
  return false;
}

function areaOfMoved(stretch: Stretch, stops: readonly number[], by: number): number {
  let sum = 0;
  for (let i = 1; i < stops.length; i++) {
    const [px, py] = movedPoint(stretch, stops[i - 1], by);
    const [qx, qy] = movedPoint(stretch, stops[i], by);
    sum += (px * qy - py * qx) / 2;
  }
  return sum;
}
