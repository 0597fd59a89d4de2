import { type Measure, TABLE } from "../assembly/places";
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

/** A form in numbers, as packages/geometry/assembly/form.ts has it: how many bytes they take, its kind, and what the kind needs. */
export type FormNumbers = Float64Array;

/** What the compiled part takes a form by; null for one that it does not know, or that has too many parts. */
export function formNumbers<T>(distance: FormDistance<T>, form: T): FormNumbers | null {
  const numbersOf = WAYS.get(distance as FormDistance<never>) as NumbersOf<T> | undefined;
  return numbersOf ? numbersOf(form) : null;
}

/** Measures a form by its numbers. */
export function measureOfForm(form: FormNumbers): Measure {
  return (places, slot) => {
    const { engine, count } = places;
    places.setTable(form);
    engine.into(slot);
    engine.measureForm(engine.edges.value, count);
  };
}

/** The numbers of a kind; null where they are too many. */
export function numbersOfKind(kind: number, numbers: ArrayLike<number>): FormNumbers | null {
  const length = HEAD + numbers.length;
  if (length > TABLE) return null;
  const form = new Float64Array(length);
  headInts.set([8 * length, kind]);
  form[0] = head[0];
  form.set(numbers, HEAD);
  return form;
}

/** Numbers before those that the kind needs: two whole ones in the room of a double. */
const HEAD = 1;
const head = new Float64Array(1);
const headInts = new Int32Array(head.buffer);

type NumbersOf<T> = (form: T) => FormNumbers | null;

function known<T>(
  distance: FormDistance<T>,
  kind: number,
  numbersOf: (form: T) => readonly number[],
): [FormDistance<never>, NumbersOf<never>] {
  return [distance, (form: T) => numbersOfKind(kind, numbersOf(form))];
}

const WAYS: ReadonlyMap<FormDistance<never>, NumbersOf<never>> = new Map([
  known(distanceToCircle, 0, ({ x, y, radius }: CircleForm) => [x, y, radius]),
  known(distanceToRing, 1, ({ x, y, inner, outer }: RingForm) => [x, y, inner, outer]),
  known(distanceToBox, 2, ({ x, y, width, height }: BoxForm) => [x + width / 2, y + height / 2, width / 2, height / 2]),
  known(distanceToRoundedBox, 3, ({ x, y, width, height, radii }: RoundedBoxForm) => [
    x,
    y,
    x + width,
    y + height,
    ...radii,
  ]),
  known(distanceToSegment, 4, ({ x0, y0, x1, y1 }: SegmentForm) => [x0, y0, x1, y1, 0]),
  known(distanceToCapsule, 4, ({ x0, y0, x1, y1, radius }: CapsuleForm) => [x0, y0, x1, y1, radius]),
  known(distanceToArc, 5, (form: ArcForm) => [...frameOf(form), form.radius]),
  known(distanceToCircularSegment, 6, (form: ArcForm) => [...frameOf(form), form.radius]),
  known(distanceToSector, 7, (form: ArcForm) => [...frameOf(form), 0, form.radius]),
  known(distanceToRingSector, 7, (form: RingSectorForm) => [...frameOf(form), form.inner, form.radius]),
  known(distanceToCorners, 8, sidesOf),
  known(distanceToStar, 9, ({ x, y, tip, hollowU, hollowV, tips, cos, sin }: StarForm) => [
    x,
    y,
    tip,
    hollowU,
    hollowV,
    Math.cos(Math.PI / tips),
    Math.sin(Math.PI / tips),
    ...Array.from({ length: 2 * cos.length }, (_, i) => (i & 1 ? sin : cos)[i >> 1]),
  ]),
  known(distanceToEllipse, 10, ({ x, y, rx, ry }: EllipseForm) => {
    const [long, short] = [Math.max(rx, ry), Math.min(rx, ry)];
    return [x, y, long, short / long, ry > rx ? 1 : 0];
  }),
]);

function frameOf({ x, y, cos, sin, endCos, endSin }: ArcForm): number[] {
  return [x, y, cos, sin, endCos, endSin];
}

/** Sides with a length: each as its start, its direction and its length. */
function sidesOf(corners: CornersForm): number[] {
  const n = corners.length;
  const sides: number[] = [];
  for (let i = 0; i < n; i += 2) {
    const [dx, dy] = [corners[(i + 2) % n] - corners[i], corners[(i + 3) % n] - corners[i + 1]];
    const length = Math.sqrt(dx * dx + dy * dy);
    if (length > 0) sides.push(corners[i], corners[i + 1], dx / length, dy / length, length);
  }
  return sides;
}
