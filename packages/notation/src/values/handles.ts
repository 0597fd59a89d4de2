import { IDENTITY } from "@vertexon/geometry";
import type { Grip, Handle, Measure } from "./handle";
import type { MaybeOrigin } from "./origin";
import { namedDistancesIn } from "./shapes-in";
import type { PointValue, Value } from "./values";

/** What can be dragged of a value. */
export function handlesOf(value: Value | null): readonly Handle[] {
  if (value?.type === "shape" || value?.type === "distance" || value?.type === "probe") return value.handles;
  if (value?.type === "point") return pointHandles([value]);
  if (value?.type !== "list") return [];
  const points = pointHandles(value.items.filter((item) => item.type === "point"));
  // Several shapes that are asked about the same points: those are dragged once.
  const probe = value.items.find((item) => item.type === "probe");
  return [
    ...points,
    ...(probe?.handles ?? []),
    ...value.items.flatMap((item) => (item.type === "shape" ? item.handles : [])),
    ...distanceHandles(value).flat(),
  ];
}

/** A longer list of distances is not dragged: to find where each handle lies takes time. */
const MOST_DISTANCES = 32;

/** The last handles of a value are those of the distances that it is or holds: of each, in the order of `namedDistancesIn`. */
export function distanceHandles(value: Value): readonly Handle[][] {
  const distances = namedDistancesIn("", value);
  return distances.map(([, { handles }]) => (distances.length > MOST_DISTANCES ? [] : handles));
}

/** Handles for points, where their coordinates come from the script. A bare name is dragged where it was defined. */
export function pointHandles(points: readonly PointValue[]): Handle[] {
  return points.flatMap((point) => (point.bare ? [] : pointHandle(point)));
}

/** A handle of a point given as a step from a place, or as itself. */
export function pointHandle(point: PointValue, from = { x: 0, y: 0 }, role: Handle["role"] = "vertex"): Handle[] {
  const grips = gripsOf(point, from);
  return grips.length ? [{ x: from.x + point.x, y: from.y + point.y, map: IDENTITY, role, grips }] : [];
}

function gripsOf({ origin }: PointValue, from: { x: number; y: number }): Grip[] {
  if (origin?.kind === "polar") {
    const [x, y] = [from.x + origin.x, from.y + origin.y];
    return [
      ...grip("distance", { by: "distance", x, y }, origin.radius),
      ...grip("direction", { by: "angle", x, y, now: origin.now }, origin.angle),
    ];
  }
  return [
    ...grip("x", { by: "along", ...from, dx: 1, dy: 0 }, origin?.x),
    ...grip("y", { by: "along", ...from, dx: 0, dy: 1 }, origin?.y),
  ];
}

/** Several handles at one place as one, so that a vertex in polar coordinates moves freely. */
export function joined(handles: readonly Handle[]): Handle[] {
  const [first] = handles;
  return first ? [{ ...first, grips: handles.flatMap(({ grips }) => grips) }] : [];
}

/** A handle on a rectangle's edge that moves one coordinate of the point that it comes from. */
export function edgeHandle(point: PointValue, axis: "x" | "y", place: Place): Handle[] {
  const measure: Measure = { by: "along", x: 0, y: 0, dx: axis === "x" ? 1 : 0, dy: axis === "y" ? 1 : 0 };
  const origin = point.origin?.kind === "polar" ? undefined : point.origin?.[axis];
  return numberHandle(place, grip(axis, measure, origin));
}

export function numberHandle(place: Place, grips: Grip[]): Handle[] {
  return grips.length ? [{ x: place.x, y: place.y, map: IDENTITY, role: "number", grips }] : [];
}

export function grip(label: string, measure: Measure, origin: MaybeOrigin): Grip[] {
  return origin && !(origin.kind === "driver" && origin.factor === 0) ? [{ label, measure, origin }] : [];
}

export interface Place {
  x: number;
  y: number;
}
