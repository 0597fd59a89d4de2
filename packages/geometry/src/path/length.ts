import { type Frame, frameAt } from "./derivatives";
import { GAUSS_16 } from "./gauss";
import type { RationalQuadratic, Segment } from "./model";
import { isGentle, rationalPart } from "./rational";
import { type Curve, rangeFactor, type Speed, speedOf } from "./speed";

/** The length along a segment, prepared for many questions. Lengths are in plan units. */
export interface ArcLength {
  total: number;
  /** The length from the start to parameter t in [0, 1]. */
  lengthAt(t: number): number;
  /** The parameter at which the segment has run for a length from its start; 0 and 1 beyond its ends. */
  parameterAt(length: number): number;
}

/**
 * Lengths along a segment, certified: off by at most 1e-14 of the length of its control polygon (of the ellipse's longer
 * half-axis times the sweep for arcs), for every segment with finite coordinates. Lines and circular arcs are exact but
 * for rounding.
 *
 * |C'| is the square root of a function whose only singular points are the complex zeros of C' and their mirror images.
 * Gauss-Legendre quadrature with n points on an interval is off by at most (64/15) M ρ^(−2n) / (1 − ρ^(−2)) times half the
 * interval where |C'| has a power series, and is at most M, inside the ellipse around it whose half-axes add up to ρ times
 * half the interval (L. N. Trefethen, "Is Gauss quadrature better than Clenshaw-Curtis?", 2008, theorem 5.1). With
 * ρ = 3.5 and 16 points that is 2e-17 M. So [0, 1] is cut at the real parts of zeros and then in geometric steps towards
 * them, until no zero lies in the ellipse of an interval, or the interval is shorter than 2^-60 of the greatest speed:
 * at most 150 intervals for each zero near [0, 1]. O(1) to prepare, and for each question.
 */
export function arcLengthOf(segment: Segment): ArcLength {
  if (segment.kind === "line") return uniform(Math.hypot(segment.x1 - segment.x0, segment.y1 - segment.y0));
  if (segment.kind === "arc") {
    const { ux, uy, vx, vy, sweep } = segment;
    const [u, v] = [Math.hypot(ux, uy), Math.hypot(vx, vy)];
    if (u === v && ux * vx + uy * vy === 0) return uniform(Math.abs(sweep) * u);
  }
  const factor = rangeFactor(segment);
  return new Measured(segment.kind === "rational" ? gentleSpans(segment, factor) : [spanOf(segment, factor)], factor);
}

/** The length of a segment between two parameters, in plan units: see {@link arcLengthOf}. */
export function segmentLength(segment: Segment, t0 = 0, t1 = 1): number {
  const along = arcLengthOf(segment);
  if (t0 === 0 && t1 === 1) return along.total;
  return along.lengthAt(t1) - along.lengthAt(t0);
}

/** Point, tangent, normal and curvature where a segment has run for `length` plan units; its ends beyond them. */
export function frameAtLength(segment: Segment, length: number): Frame {
  return frameAt(segment, parameterAtLength(segment, length));
}

/** The parameter at which a segment has run for `length` plan units from its start; 0 and 1 beyond its ends. */
export function parameterAtLength(segment: Segment, length: number): number {
  return arcLengthOf(segment).parameterAt(length);
}

function uniform(total: number): ArcLength {
  return {
    total,
    lengthAt: (t) => t * total,
    parameterAt: (length) => (length > 0 ? (length < total ? length / total : 1) : 0),
  };
}

/** A part of a segment, cut into intervals, with a parameter τ of its own from 0 to 1. */
interface Span {
  /** Between which parameters of the segment it lies, and the homogeneous weights of its ends: both give τ. */
  t0: number;
  t1: number;
  w0: number;
  w1: number;
  speed: Speed;
  /** Where the intervals end, rising from 0 to 1, and their lengths one by one. */
  stops: number[];
  lengths: number[];
}

class Measured implements ArcLength {
  readonly total: number;
  /** Of all intervals, one after the other: their spans, ends, and the length before each. */
  private readonly spanOf: number[] = [];
  private readonly from: number[] = [];
  private readonly to: number[] = [];
  private readonly before: number[] = [];

  constructor(
    private readonly spans: readonly Span[],
    private readonly factor: number,
  ) {
    let sum = 0;
    spans.forEach(({ stops, lengths }, k) => {
      lengths.forEach((length, i) => {
        this.spanOf.push(k);
        this.from.push(stops[i]);
        this.to.push(stops[i + 1]);
        this.before.push(sum);
        sum += length;
      });
    });
    this.before.push(sum);
    this.total = sum / factor;
  }

  lengthAt(t: number): number {
    if (!(t > 0)) return 0;
    if (t >= 1) return this.total;
    const { spans, spanOf, from } = this;
    const k = lastBelow(spans.length, (each) => spans[each].t0 <= t);
    const tau = ownParameter(spans[k], t);
    const i = lastBelow(from.length, (each) => spanOf[each] < k || (spanOf[each] === k && from[each] <= tau));
    return (this.before[i] + quadrature(spans[k].speed, from[i], tau)) / this.factor;
  }

  parameterAt(length: number): number {
    const { spans, spanOf, before } = this;
    if (!(length > 0)) return 0;
    if (length >= this.total) return 1;
    const wanted = length * this.factor;
    const i = lastBelow(spanOf.length, (each) => before[each] <= wanted);
    const span = spans[spanOf[i]];
    const tau = this.within(span.speed, i, wanted - before[i]);
    return sharedParameter(span, tau);
  }

  /** Newton's method within a bracket: the length grows with τ, its derivative is the speed. */
  private within(speed: Speed, i: number, wanted: number): number {
    const start = this.from[i];
    let [low, high] = [start, this.to[i]];
    const all = this.before[i + 1] - this.before[i];
    let tau = start + (all > 0 ? wanted / all : 0) * (high - low);
    for (let round = 0; round < 60; round++) {
      const over = quadrature(speed, start, tau) - wanted;
      if (over > 0) high = tau;
      else low = tau;
      if (Math.abs(over) <= 2 ** -53 * all) break;
      const next = tau - over / speed.at(tau);
      if (next === tau) break;
      tau = next > low && next < high ? next : (low + high) / 2;
      if (!(tau > low && tau < high)) break;
    }
    return tau;
  }
}

/** The last of `count` indices for which a property holds that holds for the first, and no more from some index on. */
function lastBelow(count: number, holds: (index: number) => boolean): number {
  let [low, high] = [0, count - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (holds(middle)) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Half the sum of the focal distances on the ellipse with ρ = 3.5 around an interval, over the interval's length. */
const REACH = (3.5 + 1 / 3.5) / 2;
/** Of an interval that begins beside a zero, this share is left: the rest, at ratio 1 : 0.31, has it outside its ellipse. */
const TOWARDS = 0.31;
/** What is shorter than this share of the greatest speed adds nothing. */
const NOTHING = 2 ** -60;

function spanOf(segment: Curve, factor: number, t0 = 0, t1 = 1, w0 = 1, w1 = 1): Span {
  const speed = speedOf(segment, factor);
  const stops = [0];
  const lengths: number[] = [];
  const waiting: [number, number][] = [[0, 1]];
  while (waiting.length > 0) {
    const [a, b] = waiting.pop()!;
    const cut = cutOf(speed, a, b);
    if (cut > a && cut < b) waiting.push([cut, b], [a, cut]);
    else {
      stops.push(b);
      lengths.push(quadrature(speed, a, b));
    }
  }
  return { t0, t1, w0, w1, speed, stops, lengths };
}

/** Where an interval has to be cut; NaN where that is not needed. */
function cutOf(speed: Speed, a: number, b: number): number {
  const h = b - a;
  const fastest = Math.min(speed.most, Math.max(speed.at(a), speed.at(b)) + h * speed.bend);
  if (!(h * fastest > NOTHING * speed.most)) return Number.NaN;
  const zero = speed.zeros.find(([re, im]) => Math.hypot(a - re, im) + Math.hypot(b - re, im) <= REACH * h);
  if (!zero) return Number.NaN;
  const [re] = zero;
  if (re <= a) return a + TOWARDS * h;
  return re >= b ? b - TOWARDS * h : re;
}

function quadrature({ at }: Speed, t0: number, t1: number): number {
  const [middle, half] = [(t0 + t1) / 2, (t1 - t0) / 2];
  let sum = 0;
  for (const [node, weight] of GAUSS_16) sum += weight * (at(middle - half * node) + at(middle + half * node));
  return half * sum;
}

/**
 * A rational curve in parts whose weights lie near 1. Halving takes a weight w to sqrt((1 + w) / 2): 2^12 parts are enough
 * for every double.
 */
function gentleSpans(part: RationalQuadratic, factor: number, t0 = 0, t1 = 1, w0 = 1, w1 = 1): Span[] {
  if (isGentle(part.weight)) return [spanOf(part, factor, t0, t1, w0, w1)];
  const sum = Math.sqrt(w0) + Math.sqrt(w1);
  const [t, w] = [t0 + (t1 - t0) * (Math.sqrt(w0) / sum), 2 * (1 + part.weight) * (w0 / sum) * (w1 / sum)];
  return [
    ...gentleSpans(rationalPart(part, 0, 0.5), factor, t0, t, w0, w),
    ...gentleSpans(rationalPart(part, 0.5, 1), factor, t, t1, w, w1),
  ];
}

function ownParameter({ t0, t1, w0, w1 }: Span, t: number): number {
  if (!(t < t1)) return 1;
  const end = (t - t0) * Math.sqrt(w1);
  return end / ((t1 - t) * Math.sqrt(w0) + end);
}

function sharedParameter({ t0, t1, w0, w1 }: Span, tau: number): number {
  const end = tau / Math.sqrt(w1);
  return t0 + (t1 - t0) * (end / ((1 - tau) / Math.sqrt(w0) + end));
}
