import { type ArcForm, distanceToArc } from "./arc";
import { type BoxForm, distanceToBox } from "./box";
import { type CapsuleForm, distanceToCapsule } from "./capsule";
import { type CircleForm, distanceToCircle } from "./circle";
import { distanceToCircularSegment } from "./circular-segment";
import { distancesToCorners, distanceToCorners } from "./corners";
import { distancesToEllipse, distanceToEllipse } from "./ellipse";
import { distanceToRing, type RingForm } from "./ring";
import { distanceToRingSector, type RingSectorForm } from "./ring-sector";
import { distancesToRoundedBox, distanceToRoundedBox } from "./rounded-box";
import { distanceToSector } from "./sector";
import { distancesToSegment, distanceToSegment, type SegmentForm } from "./segment";
import type { Slope } from "./slope";
import { distancesToStar, distanceToStar } from "./star";

/** The distance of a closed form, such as `distanceToCircle`. */
export type FormDistance<T> = (x: number, y: number, form: T, slope?: Slope) => number;

/** Writes the distances at some places. */
type List<T> = (xs: Float64Array, ys: Float64Array, form: T, values: Float64Array) => void;

/**
 * Distances at many places, by a loop of each form's own. V8 builds a function into a loop that calls no more than four different ones;
 * in a loop that serves all forms each call makes objects of its three numbers, and takes up to six times as long.
 */
export function listOf<T>(distance: FormDistance<T>): List<T> {
  const own = LISTS.get(distance as FormDistance<never>) as List<T> | undefined;
  return (
    own ??
    ((xs, ys, form, values) => {
      for (let i = 0; i < xs.length; i++) values[i] = distance(xs[i], ys[i], form);
    })
  );
}

function list<T>(distance: FormDistance<T>, along: List<T>): [FormDistance<never>, List<never>] {
  return [distance, along];
}

const LISTS: ReadonlyMap<FormDistance<never>, List<never>> = new Map([
  list(distanceToArc, (xs, ys, form: ArcForm, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = distanceToArc(xs[i], ys[i], form);
  }),
  list(distanceToBox, (xs, ys, form: BoxForm, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = distanceToBox(xs[i], ys[i], form);
  }),
  list(distanceToCapsule, (xs, ys, form: CapsuleForm, values) => distancesToSegment(xs, ys, form, values, form.radius)),
  list(distanceToCircle, (xs, ys, form: CircleForm, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = distanceToCircle(xs[i], ys[i], form);
  }),
  list(distanceToCircularSegment, (xs, ys, form: ArcForm, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = distanceToCircularSegment(xs[i], ys[i], form);
  }),
  list(distanceToCorners, distancesToCorners),
  list(distanceToEllipse, distancesToEllipse),
  list(distanceToRing, (xs, ys, form: RingForm, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = distanceToRing(xs[i], ys[i], form);
  }),
  list(distanceToRingSector, (xs, ys, form: RingSectorForm, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = distanceToRingSector(xs[i], ys[i], form);
  }),
  list(distanceToRoundedBox, distancesToRoundedBox),
  list(distanceToSector, (xs, ys, form: ArcForm, values) => {
    for (let i = 0; i < xs.length; i++) values[i] = distanceToSector(xs[i], ys[i], form);
  }),
  list(distanceToSegment, (xs, ys, form: SegmentForm, values) => distancesToSegment(xs, ys, form, values)),
  list(distanceToStar, distancesToStar),
]);
