import { type ArcForm, distanceToArc } from "./arc";
import { type BoxForm, distanceToBox } from "./box";
import { type CapsuleForm, distanceToCapsule } from "./capsule";
import { type CircleForm, distanceToCircle } from "./circle";
import { distanceToCircularSegment } from "./circular-segment";
import { type CornersForm, distanceToCorners } from "./corners";
import { distanceToEllipse, type EllipseForm } from "./ellipse";
import { distanceToRing, type RingForm } from "./ring";
import { distanceToRingSector, type RingSectorForm } from "./ring-sector";
import { distanceToRoundedBox, type RoundedBoxForm } from "./rounded-box";
import { distanceToSector } from "./sector";
import { distanceToSegment, type SegmentForm } from "./segment";
import type { Slope } from "./slope";
import { distanceToStar, type StarForm } from "./star";

/** The distance of a closed form, such as `distanceToCircle`. */
export type FormDistance<T> = (x: number, y: number, form: T, slope?: Slope) => number;

/** Distances at places of a row, written from a place in `values` on. */
type Row<T> = (xs: Float64Array, y: number, form: T, values: Float64Array, at: number) => void;

/**
 * Distances along a row, by a loop of each form's own. V8 builds a function into a loop that calls no more than four different ones;
 * in a loop that serves all forms each call makes objects of its three numbers, and takes up to six times as long.
 */
export function rowOf<T>(distance: FormDistance<T>): Row<T> {
  const own = ROWS.get(distance as FormDistance<never>) as Row<T> | undefined;
  return (
    own ??
    ((xs, y, form, values, at) => {
      for (let i = 0; i < xs.length; i++) values[at + i] = distance(xs[i], y, form);
    })
  );
}

function row<T>(distance: FormDistance<T>, along: Row<T>): [FormDistance<never>, Row<never>] {
  return [distance, along];
}

const ROWS: ReadonlyMap<FormDistance<never>, Row<never>> = new Map([
  row(distanceToArc, (xs, y, form: ArcForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToArc(xs[i], y, form);
  }),
  row(distanceToBox, (xs, y, form: BoxForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToBox(xs[i], y, form);
  }),
  row(distanceToCapsule, (xs, y, form: CapsuleForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToCapsule(xs[i], y, form);
  }),
  row(distanceToCircle, (xs, y, form: CircleForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToCircle(xs[i], y, form);
  }),
  row(distanceToCircularSegment, (xs, y, form: ArcForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToCircularSegment(xs[i], y, form);
  }),
  row(distanceToCorners, (xs, y, form: CornersForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToCorners(xs[i], y, form);
  }),
  row(distanceToEllipse, (xs, y, form: EllipseForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToEllipse(xs[i], y, form);
  }),
  row(distanceToRing, (xs, y, form: RingForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToRing(xs[i], y, form);
  }),
  row(distanceToRingSector, (xs, y, form: RingSectorForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToRingSector(xs[i], y, form);
  }),
  row(distanceToRoundedBox, (xs, y, form: RoundedBoxForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToRoundedBox(xs[i], y, form);
  }),
  row(distanceToSector, (xs, y, form: ArcForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToSector(xs[i], y, form);
  }),
  row(distanceToSegment, (xs, y, form: SegmentForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToSegment(xs[i], y, form);
  }),
  row(distanceToStar, (xs, y, form: StarForm, values, at) => {
    for (let i = 0; i < xs.length; i++) values[at + i] = distanceToStar(xs[i], y, form);
  }),
]);
