import { boxAround } from "../../location";
import {
  type Arc,
  type Bend,
  bendOf,
  type Derivatives,
  derivativesInto,
  type Path,
  type Segment,
  segmentsWithJoin,
} from "../../path";
import { isOfCircle } from "./arc-of-circle";
import { type Conic, centred, conicOf } from "./conic";

/** Numbers of a stretch. */
const STRETCH = 24;

/** What stretches are. */
const LINE = 0;
const CIRCLE = 1;
const CONIC = 2;
const POLYNOMIAL = 3;

/** A stretch leaves its chord by at most this share of the size, unless its curve was cut into MOST already. */
const SHARE = 2e-3;
const MOST = 64;
/** Arcs have no greater angles: of conic sections, for sines by their series; of circles, as they have to be near their chords. */
const ANGLE = 0.5;
const ROUND = Math.PI / 2;
/** The centre of a curve of greater half-diameters, in sizes, tells too little of where it lies. */
const FLAT = 1000;

/** Curves cut into stretches, near their chords, in the form that packages/geometry/assembly/stretches.ts reads. */
export interface StretchTable {
  count: number;
  numbers: Float64Array;
  /** Boxes minX minY maxX maxY around runs of them. */
  runs: Float64Array;
  /** No coordinate of their ends is greater. */
  size: number;
}

/** All segments of a path, its open subpaths closed by straight joins. */
export function stretchTable(path: Path): StretchTable {
  const segments = path.subpaths.flatMap((subpath) => segmentsWithJoin({ ...subpath, closed: true }).map(unweighted));
  const boxes = segments.map(boxAround);
  const extent = boxes.reduce((most, { minX, minY, maxX, maxY }) => Math.max(most, maxX - minX, maxY - minY), 0);
  const numbers: number[] = [];
  segments.forEach((segment, k) => {
    const { rounding } = boxes[k];
    const reach = SHARE * extent;
    const conic =
      segment.kind === "rational" || (segment.kind === "arc" && !isOfCircle(segment)) ? conicOf(segment) : null;
    if (conic && Math.hypot(conic.ux, conic.uy, conic.vx, conic.vy) <= FLAT * extent)
      for (const part of partsOfConic(conic, reach)) numbers.push(...stretchOfConic(part, rounding));
    else {
      const bend = bendOf(segment);
      // No short way is certain without bounds of the derivatives, nor where a centre is too far away.
      if (segment.kind === "arc" && Math.hypot(segment.ux, segment.uy) > FLAT * extent)
        bend.third = Number.POSITIVE_INFINITY;
      const parts = partsOf(segment, bend, reach);
      for (let part = 0; part < parts; part++)
        numbers.push(...stretchOf(segment, bend, part / parts, (part + 1) / parts, rounding));
    }
  });
  const size = boxes.reduce((most, { minX, minY, maxX, maxY }) => Math.max(most, -minX, -minY, maxX, maxY), 0);
  return { count: numbers.length / STRETCH, numbers: Float64Array.from(numbers), runs: runsOf(numbers), size };
}

/** A weight of 1 says nothing. */
function unweighted(segment: Segment): Segment {
  if (segment.kind !== "rational" || segment.weight !== 1) return segment;
  const { x0, y0, x1, y1, x2, y2 } = segment;
  return { kind: "quadratic", x0, y0, x1, y1, x2, y2 };
}

/** Into how many stretches a segment is cut that may leave their chords by `reach`. */
function partsOf(segment: Segment, { second }: Bend, reach: number): number {
  if (segment.kind === "arc") return Math.max(1, Math.ceil(Math.abs(segment.sweep) / ROUND));
  return second > 0 ? Math.max(1, Math.min(MOST, Math.ceil(Math.sqrt(second / 8 / reach)))) : 1;
}

function partsOfConic(conic: Conic, reach: number): Conic[] {
  const { ux, uy, vx, vy, sign, from, to } = conic;
  const angle = Math.abs(to - from);
  const furthest = Math.hypot(ux, uy, vx, vy) * (sign === 1 ? 1 : Math.cosh(Math.max(Math.abs(from), Math.abs(to))));
  const bends = Math.ceil(angle * Math.sqrt(furthest / 8 / reach));
  const parts = Math.max(1, Math.ceil(angle / ANGLE), Math.min(MOST, bends));
  return Array.from({ length: parts }, (_, k) =>
    centred({ ...conic, from: from + ((to - from) * k) / parts, to: from + ((to - from) * (k + 1)) / parts }),
  );
}

/** Stretches of a run. */
const RUN = 16;

function runsOf(numbers: readonly number[]): Float64Array {
  const runs = new Float64Array(4 * Math.ceil(numbers.length / STRETCH / RUN));
  for (let k = 0; k < runs.length; k += 4) runs.set([Infinity, Infinity, -Infinity, -Infinity], k);
  for (let at = 0; at < numbers.length; at += STRETCH) {
    const k = 4 * Math.floor(at / STRETCH / RUN);
    const [x, y, , , , reach, , , wx, wy] = numbers.slice(at, at + 10);
    runs[k] = Math.min(runs[k], Math.min(x, x + wx) - reach);
    runs[k + 1] = Math.min(runs[k + 1], Math.min(y, y + wy) - reach);
    runs[k + 2] = Math.max(runs[k + 2], Math.max(x, x + wx) + reach);
    runs[k + 3] = Math.max(runs[k + 3], Math.max(y, y + wy) + reach);
  }
  return runs;
}

const start: Derivatives = { x: 0, y: 0, dx: 0, dy: 0, ddx: 0, ddy: 0 };
const end: Derivatives = { ...start };

/** The numbers of a stretch, in the order of packages/geometry/assembly/stretches.ts. */
function stretchOf(segment: Segment, bend: Bend, t0: number, t1: number, rounding: number): number[] {
  derivativesInto(segment, t0, start);
  derivativesInto(segment, t1, end);
  const h = t1 - t0;
  const [wx, wy] = [end.x - start.x, end.y - start.y];
  const length = Math.hypot(wx, wy);
  const chord = length > 0 ? [wx / length, wy / length] : [0, 0];
  const second = h * h * bend.second;
  const third = h ** 3 * bend.third;
  const reach = second > 0 ? second / 8 + rounding : 0;
  const atEnds = [h * start.dx, h * start.dy, h * end.dx, h * end.dy];
  return [
    ...[start.x, start.y, ...chord, length, reach, second, third, wx, wy, ...atEnds],
    ...coefficients(segment, third, t0, h),
    0,
    0,
  ];
}

/** The same of a part of a conic section about its middle. */
function stretchOfConic({ cx, cy, ux, uy, vx, vy, sign, to }: Conic, rounding: number): number[] {
  const angle = 2 * to;
  const [cos, sin] = sign === 1 ? [Math.cos(to), Math.sin(to)] : [Math.cosh(to), Math.sinh(to)];
  const [alongX, alongY] = [ux * cos - vx * sin, uy * cos - vy * sin];
  const [wx, wy] = [2 * vx * sin, 2 * vy * sin];
  const length = Math.hypot(wx, wy);
  const chord = length > 0 ? [wx / length, wy / length] : [0, 0];
  const [u, v] = [Math.hypot(ux, uy), Math.hypot(vx, vy)];
  const most = Math.max(1, cos);
  const second = angle * angle * (u * most + v * Math.abs(sin));
  const third = Math.abs(angle) ** 3 * (v * most + u * Math.abs(sin));
  const [aroundX, aroundY] = [angle * sign * ux * sin, angle * sign * uy * sin];
  const [acrossX, acrossY] = [angle * vx * cos, angle * vy * cos];
  return [
    ...[cx + alongX, cy + alongY, ...chord, length, second / 8 + rounding, second, third, wx, wy],
    ...[acrossX + aroundX, acrossY + aroundY, acrossX - aroundX, acrossY - aroundY],
    ...[ux, uy, vx, vy, -alongX, -alongY, angle, CONIC, sign, 0],
  ];
}

/** Eight numbers that tell how the stretch bends between its ends. */
function coefficients(segment: Segment, third: number, t0: number, h: number): number[] {
  if (segment.kind === "line") return [0, 0, 0, 0, 0, 0, 0, LINE];
  if (third === Number.POSITIVE_INFINITY) return [0, 0, 0, 0, 0, 0, 0, POLYNOMIAL];
  if (segment.kind === "arc") return ofCircle(segment, t0, h);
  const square = h * h;
  const squared = [(square / 2) * start.ddx, (square / 2) * start.ddy];
  // C'' changes evenly.
  const cubed = [(square / 6) * (end.ddx - start.ddx), (square / 6) * (end.ddy - start.ddy)];
  return [...squared, ...cubed, 0, 0, 0, POLYNOMIAL];
}

function ofCircle(arc: Arc, t0: number, h: number): number[] {
  const { cx, cy, ux, uy, vx, vy, sweep } = arc;
  const middle = arc.start + (t0 + h / 2) * sweep;
  const [cos, sin] = [Math.cos(middle), Math.sin(middle)];
  const centre = [cx - start.x, cy - start.y];
  const [mx, my] = [ux * cos + vx * sin, uy * cos + vy * sin];
  const angle = h * sweep;
  const radius = Math.hypot(ux, uy);
  return [mx / radius, my / radius, Math.cos(angle / 2), Math.abs(Math.sin(angle / 2)), ...centre, radius, CIRCLE];
}
