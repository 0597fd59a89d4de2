import type { Segment } from "../path";
import { chordBoundOf } from "./chord-bounds";
import { breaksOf } from "./inflections";
import { keepArea } from "./kept-area";
import { addMoved, movedChords } from "./moved-vertices";
import type { Placement } from "./options";
import { type Stretch, stopsAlong } from "./stretch";
import { tangentPolygon } from "./tangent-polygon";
import type { VertexSink } from "./vertex-sink";

/**
 * Flattens a curve with vertices beside it, stretch by stretch of what is convex (inflections.ts); the ends of the
 * stretches stay on the curve. False where it takes more than 2^20 chords.
 */
export function flattenBeside(segment: Segment, placement: Placement, tolerance: number, sink: VertexSink): boolean {
  const stretches = [0, ...breaksOf(segment), 1];
  for (let i = 1; i < stretches.length; i++) {
    const stretch: Stretch = { segment, from: stretches[i - 1], to: stretches[i] };
    const done = ADD[placement](stretch, tolerance, sink) || ADD.on(stretch, tolerance, sink);
    if (!done) return false;
  }
  return true;
}

/** Adds a stretch; false, with nothing added, where it does not come out: then its vertices stay on the curve. */
const ADD: Record<Placement, (stretch: Stretch, tolerance: number, sink: VertexSink) => boolean> = {
  on: (stretch, tolerance, sink) =>
    addMoved(stretch, stopsAlong(stretch, chordBoundOf(stretch.segment)!, tolerance), 0, sink),
  balanced: (stretch, tolerance, sink) =>
    addMoved(stretch, movedChords(stretch, tolerance, tolerance), tolerance, sink),
  area: keepArea,
  outside: tangentPolygon,
};
