import { type Measure, type Places, TABLE } from "../assembly/places";
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

/** How the compiled part measures many distances of a form; null for one that it does not know, or that has too many parts. */
export function compiledForm<T>(distance: FormDistance<T>, form: T): Measure | null {
  const ways = WAYS.get(distance as FormDistance<never>) as Ways<T> | undefined;
  if (!ways) return null;
  const { run, tableOf } = ways;
  if (!tableOf)
    return (places, slot) => {
      places.engine.into(slot);
      run(places, form);
    };
  const table = tableOf(form);
  if (table.length > TABLE) return null;
  return (places, slot) => {
    places.setTable(table);
    places.engine.into(slot);
    run(places, form, table);
  };
}

interface Ways<T> {
  run(places: Places, form: T, table?: Float64Array): void;
  tableOf?: (form: T) => Float64Array;
}

function compiled<T>(
  distance: FormDistance<T>,
  run: Ways<T>["run"],
  tableOf?: Ways<T>["tableOf"],
): [FormDistance<never>, Ways<never>] {
  return [distance, { run, tableOf }];
}

const WAYS: ReadonlyMap<FormDistance<never>, Ways<never>> = new Map([
  compiled(distanceToCircle, ({ engine, count }, { x, y, radius }: CircleForm) => engine.circle(count, x, y, radius)),
  compiled(distanceToRing, ({ engine, count }, { x, y, inner, outer }: RingForm) =>
    engine.ring(count, x, y, inner, outer),
  ),
  compiled(distanceToBox, ({ engine, count }, { x, y, width, height }: BoxForm) =>
    engine.box(count, x + width / 2, y + height / 2, width / 2, height / 2),
  ),
  compiled(distanceToRoundedBox, ({ engine, count }, { x, y, width, height, radii }: RoundedBoxForm) =>
    engine.roundedBox(count, x, y, x + width, y + height, ...radii),
  ),
  compiled(distanceToSegment, ({ engine, count }, { x0, y0, x1, y1 }: SegmentForm) =>
    engine.capsule(count, x0, y0, x1, y1, 0),
  ),
  compiled(distanceToCapsule, ({ engine, count }, { x0, y0, x1, y1, radius }: CapsuleForm) =>
    engine.capsule(count, x0, y0, x1, y1, radius),
  ),
  compiled(distanceToArc, ({ engine, count }, form: ArcForm) => engine.arc(count, ...frameOf(form), form.radius)),
  compiled(distanceToCircularSegment, ({ engine, count }, form: ArcForm) =>
    engine.circularSegment(count, ...frameOf(form), form.radius),
  ),
  compiled(distanceToSector, ({ engine, count }, form: ArcForm) =>
    engine.ringSector(count, ...frameOf(form), 0, form.radius),
  ),
  compiled(distanceToRingSector, ({ engine, count }, form: RingSectorForm) =>
    engine.ringSector(count, ...frameOf(form), form.inner, form.radius),
  ),
  compiled(
    distanceToCorners,
    ({ engine, count }, _: CornersForm, sides) => engine.corners(count, sides!.length / 5),
    sidesOf,
  ),
  compiled(
    distanceToStar,
    ({ engine, count }, { x, y, tip, hollowU, hollowV, tips }: StarForm) =>
      engine.star(count, x, y, tip, hollowU, hollowV, tips, Math.cos(Math.PI / tips), Math.sin(Math.PI / tips)),
    ({ cos, sin }) => Float64Array.from({ length: 2 * cos.length }, (_, i) => (i & 1 ? sin : cos)[i >> 1]),
  ),
  compiled(distanceToEllipse, ({ engine, count }, { x, y, rx, ry }: EllipseForm) => {
    const [long, short] = [Math.max(rx, ry), Math.min(rx, ry)];
    engine.ellipse(count, x, y, long, short / long, ry > rx ? 1 : 0);
  }),
]);

function frameOf({ x, y, cos, sin, endCos, endSin }: ArcForm): number[] {
  return [x, y, cos, sin, endCos, endSin];
}

/** Sides with a length: each as its start, its direction and its length. */
function sidesOf(corners: CornersForm): Float64Array {
  const n = corners.length;
  const sides: number[] = [];
  for (let i = 0; i < n; i += 2) {
    const [dx, dy] = [corners[(i + 2) % n] - corners[i], corners[(i + 3) % n] - corners[i + 1]];
    const length = Math.sqrt(dx * dx + dy * dy);
    if (length > 0) sides.push(corners[i], corners[i + 1], dx / length, dy / length, length);
  }
  return Float64Array.from(sides);
}
