import {
  type BoxLength,
  type CurveSource,
  derivativesAt,
  type Figure,
  pointAt,
  pointKey,
  type Segment,
} from "@vertexon/geometry";
import type { PlanSettings } from "../sheet/evaluated";

/** The plan is made larger and smaller by this part: few enough that outlines keep their order. */
const PART = 2 ** -10;

/** Shares and lengths are told in so many digits; what is lost is less than the numbers of a plan are known to. */
const DIGITS = 12;

/** A place that goes with the plan: where it is, and where on the wider, narrower, higher and lower one. */
interface Place {
  x: number;
  y: number;
  around: readonly { x: number; y: number }[];
}

/**
 * Figures with the coordinates that go with the plan's box: those that rise in proportion as the box grows, as a share of
 * it and a length beside it. Found by computing the figures on plans that are a little wider, narrower, higher and lower, so
 * it holds for whatever the script told by shares: corners, sizes, radii, and what was made of them. A vertex that stands for a
 * place of a curve goes with that place, wherever the tolerance puts vertices on the other plans; what it lies beside it stays.
 */
export function withBoxLengths(
  figures: readonly Figure[],
  plan: PlanSettings,
  onPlan: (plan: PlanSettings) => Figure[],
): Figure[] {
  const wide = [PART, -PART].map((part) => onPlan({ ...plan, width: plan.width * (1 + part) }));
  const high = [PART, -PART].map((part) => onPlan({ ...plan, height: plan.height * (1 + part) }));
  return figures.map((figure, i) => {
    const others = [...wide, ...high].flatMap((each) => each[i] ?? []);
    return others.length < 4 || others.every((other) => isSame(figure, other)) ? figure : told(figure, plan, others);
  });
}

function told(figure: Figure, plan: PlanSettings, others: readonly Figure[]): Figure {
  const onCurve = placesOnCurves(figure, others);
  const asRow = placesInRow(figure, others);
  const boxLengths = new Map<string, [BoxLength | null, BoxLength | null]>();
  let mixed = 0;
  figure.lines.forEach(({ vertices }, line) => {
    for (let i = 0; i < vertices.length; i += 2) {
      const [x, y] = [vertices[i], vertices[i + 1]];
      const place = onCurve(line, i / 2) ?? asRow(line, i / 2);
      const [wider, narrower, higher, lower] = place?.around ?? [];
      const lengths = place && [
        lengthOf(x, place.x, [wider.x, narrower.x, higher.x, lower.x], plan.x, plan.width),
        lengthOf(y, place.y, [higher.y, lower.y, wider.y, narrower.y], plan.y, plan.height),
      ];
      mixed += lengths ? lengths.filter((length) => length === null).length : 2;
      const [alongX, alongY] = (lengths ?? []).map((length) => (length?.fraction ? length : null));
      if (alongX || alongY) boxLengths.set(pointKey(x, y), [alongX, alongY]);
    }
  });
  return { ...figure, boxLengths, mixedLengths: mixed };
}

function isSame(a: Figure, b: Figure): boolean {
  const [mine, others] = [a.lines, b.lines];
  return (
    mine.length === others.length &&
    mine.every(({ vertices }, k) => {
      const other = others[k].vertices;
      return vertices.length === other.length && vertices.every((value, i) => value === other[i]);
    })
  );
}

/** For vertices within a curve, at its ends, or where two cross: the place at the same parameter, or where the same two cross. */
function placesOnCurves(figure: Figure, others: readonly Figure[]): (line: number, vertex: number) => Place | null {
  const keyOf = ({ attached, subpath, index }: CurveSource<string>): string => `${attached}\n${subpath}\n${index}`;
  const known = others.map((other) => {
    const curves = other.sources().flatMap((source) => source.curves);
    return new Map(curves.map((curve): [string, Segment] => [keyOf(curve), curve.segment]));
  });
  const sources = figure.sources();
  return (line, i) => {
    const source = sources[line];
    if (!source || i >= source.curve.length) return null;
    const { curves, curve, from, to } = source;
    const before = i > 0 ? i - 1 : curve.length - 1;
    const [s, t] = [to[before], from[i]];
    const [first, second] = [curves[curve[before]], curves[curve[i]]];
    const isCrossing = !(first === second && s === t) && t !== 0 && t !== 1;
    const placeOn = (a: Segment | undefined, b: Segment | undefined): { x: number; y: number } | null => {
      if (!a || !b) return null;
      if (isCrossing) return crossingNear(a, s, b, t);
      return pointOf(b, t);
    };
    const place = placeOn(first?.segment, second?.segment);
    const around = known.map((segments) => placeOn(segments.get(keyOf(first)), segments.get(keyOf(second))));
    return place && around.every((each) => each !== null) ? { ...place, around } : null;
  };
}

function pointOf(segment: Segment, t: number): { x: number; y: number } {
  const [x, y] = pointAt(segment, t);
  return { x, y };
}

/** More steps Newton's method never took on curves that truly cross. */
const STEPS = 20;

/** Where two segments cross near parameters of theirs; null where Newton's method finds nothing. */
function crossingNear(a: Segment, s: number, b: Segment, t: number): { x: number; y: number } | null {
  for (let step = 0; step < STEPS; step++) {
    const p = derivativesAt(a, s);
    const q = derivativesAt(b, t);
    const [x, y] = [q.x - p.x, q.y - p.y];
    const turn = p.dx * q.dy - p.dy * q.dx;
    const [alongA, alongB] = [(x * q.dy - y * q.dx) / turn, (x * p.dy - y * p.dx) / turn];
    s += alongA;
    t += alongB;
    // The next step would be about the square of this one.
    if (Math.abs(alongA) + Math.abs(alongB) < 1e-9) return pointOf(b, t);
    // Also where they run along each other, and nothing is finite.
    if (!(Math.abs(s - 0.5) < 1 && Math.abs(t - 0.5) < 1)) return null;
  }
  return null;
}

/** For any vertex, where the other figures have as many: the one with the same number. */
function placesInRow(figure: Figure, others: readonly Figure[]): (line: number, vertex: number) => Place | null {
  const isAlike = (line: number): boolean =>
    others.every(({ lines }) => lines[line]?.vertices.length === figure.lines[line].vertices.length);
  const alike = figure.lines.map((_, line) => isAlike(line));
  const at = ({ lines }: Figure, line: number, i: number) => {
    const { vertices } = lines[line];
    return { x: vertices[2 * i], y: vertices[2 * i + 1] };
  };
  return (line, i) =>
    alike[line] ? { ...at(figure, line, i), around: others.map((other) => at(other, line, i)) } : null;
}

/** A coordinate by its place and that on a larger and a smaller plan; null unless it is in proportion, and goes with this size only. */
function lengthOf(
  value: number,
  place: number,
  [larger, smaller, across, acrossLess]: readonly number[],
  from: number,
  size: number,
): BoxLength | null {
  const error = 1e-12 * (Math.abs(value) + Math.abs(from) + size);
  if (Math.abs(larger + smaller - 2 * place) > error) return null;
  if (Math.abs(across - place) > error || Math.abs(acrossLess - place) > error) return null;
  const fraction = shortened((larger - smaller) / (2 * PART * size));
  const fixed = value - from - fraction * size;
  return { fraction, fixed: Math.abs(fixed) <= 8 * error ? 0 : shortened(fixed) };
}

/** Without the digits that rounding left. */
function shortened(value: number): number {
  return Math.abs(value) < 10 ** -DIGITS ? 0 : Number(value.toPrecision(DIGITS));
}
