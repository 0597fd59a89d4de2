import type { Arc, Cubic, Quadratic, RationalQuadratic, Segment } from "./model";
import { hodographOf } from "./rational";

/** The speed |C'| of a segment, by its parameter. */
export interface Speed {
  at(t: number): number;
  /**
   * The parameters, real and imaginary part each, at which C' vanishes as a function of complex parameters: around them, and
   * around their mirror images, |C'| has no power series. Only those that lie near [0, 1] are listed for arcs.
   */
  zeros: [re: number, im: number][];
  /** An upper bound of the speed on [0, 1], and one of |C''|. */
  most: number;
  bend: number;
}

export type Curve = Exclude<Segment, { kind: "line" }>;

/** The speed of a segment, times a factor (a power of two that keeps products of huge or tiny coordinates in range). */
export function speedOf(segment: Curve, factor: number): Speed {
  if (segment.kind === "arc") return arcSpeed(segment, factor);
  if (segment.kind === "rational") return rationalSpeed(segment.weight, rationalHodograph(segment, factor));
  return polynomialSpeed(hodographTimes(segment, factor));
}

/** Parameters nearer than this are one place. */
const SAME = 1e-6;

/**
 * The parameters between 0 and 1, rising, at which a segment stops, or nearly so: C' has a zero within `reach` of them.
 * Those at the ends are left out.
 */
export function slowPlaces(segment: Segment, reach: number): number[] {
  if (segment.kind === "line") return [];
  const { zeros } = speedOf(segment, rangeFactor(segment));
  const places = zeros.filter(([re, im]) => Math.abs(im) <= reach && re > SAME && re < 1 - SAME).map(([re]) => re);
  places.sort((a, b) => a - b);
  return places.filter((t, i) => i === 0 || t > places[i - 1] + SAME);
}

/** The power of two that brings the greatest coordinate of a segment to about 1; 1 where nothing can overflow. */
export function rangeFactor(segment: Segment): number {
  let most = 0;
  for (const value of Object.values(segment)) if (typeof value === "number") most = Math.max(most, Math.abs(value));
  const exponent = Math.floor(Math.log2(most));
  return Math.abs(exponent) < 200 || !Number.isFinite(exponent) ? 1 : 2 ** -Math.max(-1000, exponent);
}

/** The Bézier coefficients of C', x y each. */
function hodographTimes(segment: Quadratic | Cubic, factor: number): number[] {
  const { x0, y0, x1, y1, x2, y2 } = segment;
  const points = segment.kind === "cubic" ? [x0, y0, x1, y1, x2, y2, segment.x3, segment.y3] : [x0, y0, x1, y1, x2, y2];
  const degree = points.length / 2 - 1;
  return points.slice(2).map((value, i) => degree * (value * factor - points[i] * factor));
}

function rationalHodograph({ x0, y0, x1, y1, x2, y2, ...rest }: RationalQuadratic, factor: number): number[] {
  const [ax, ay, bx, by, cx, cy] = [x0, y0, x1, y1, x2, y2].map((value) => value * factor);
  return [...hodographOf({ ...rest, x0: ax, y0: ay, x1: bx, y1: by, x2: cx, y2: cy })];
}

function polynomialSpeed(hodograph: number[]): Speed {
  const sizes = [0, 2, 4].filter((k) => k < hodograph.length).map((k) => Math.hypot(hodograph[k], hodograph[k + 1]));
  const most = Math.max(...sizes);
  if (hodograph.length === 4) {
    const [ax, ay, bx, by] = hodograph;
    return {
      at: (t) => Math.hypot(ax + t * (bx - ax), ay + t * (by - ay)),
      zeros: complexRoots([0, 0], [bx - ax, by - ay], [ax, ay]),
      most,
      bend: Math.hypot(bx - ax, by - ay),
    };
  }
  const [ax, ay, bx, by, cx, cy] = hodograph;
  return {
    at: (t) => {
      const s = 1 - t;
      const [p, q, r] = [s * s, 2 * s * t, t * t];
      return Math.hypot(p * ax + q * bx + r * cx, p * ay + q * by + r * cy);
    },
    zeros: rootsOfBernstein(hodograph),
    most,
    bend: 2 * Math.max(Math.hypot(bx - ax, by - ay), Math.hypot(cx - bx, cy - by)),
  };
}

/** C' = 2 M / D² for weights near 1, whose poles lie far away. */
function rationalSpeed(w: number, hodograph: number[]): Speed {
  const [ax, ay, bx, by, cx, cy] = hodograph;
  const { zeros, most, bend } = polynomialSpeed(hodograph);
  const least = Math.min(1, (1 + w) / 2);
  return {
    at: (t) => {
      const s = 1 - t;
      const [p, q, r] = [s * s, 2 * s * t, t * t];
      const d = p + w * q + r;
      return (2 * Math.hypot(p * ax + q * bx + r * cx, p * ay + q * by + r * cy)) / (d * d);
    },
    zeros,
    most: (2 * most) / least ** 2,
    bend: (2 * bend) / least ** 2 + (8 * Math.abs(w - 1) * most) / least ** 3,
  };
}

/**
 * C' = s (v cos θ − u sin θ) with θ = start + s t. As complex numbers that is s (α E + β / E) with E = exp(iθ),
 * α = (v + iu) / 2 and β = (v − iu) / 2: 0 where E² = −β/α, every half turn once.
 */
function arcSpeed({ ux, uy, vx, vy, start, sweep }: Arc, factor: number): Speed {
  const [ax, ay, bx, by] = [ux * factor, uy * factor, vx * factor, vy * factor];
  const alpha: Complex = [(bx - ay) / 2, (by + ax) / 2];
  const beta: Complex = [(bx + ay) / 2, (by - ax) / 2];
  const zeros: [number, number][] = [];
  if (Math.hypot(...alpha) > 0 && Math.hypot(...beta) > 0 && sweep !== 0) {
    const angle = (Math.atan2(-beta[1], -beta[0]) - Math.atan2(alpha[1], alpha[0])) / 2;
    const im = (Math.log(Math.hypot(...alpha)) - Math.log(Math.hypot(...beta))) / 2 / sweep;
    const [low, high] = [Math.min(start - sweep, start + 2 * sweep), Math.max(start - sweep, start + 2 * sweep)];
    for (let k = Math.ceil((low - angle) / Math.PI); angle + k * Math.PI <= high; k++)
      zeros.push([(angle + k * Math.PI - start) / sweep, im]);
  }
  const longest = Math.hypot(...alpha) + Math.hypot(...beta);
  return {
    at: (t) => {
      const angle = start + t * sweep;
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
      return Math.abs(sweep) * Math.hypot(bx * cos - ax * sin, by * cos - ay * sin);
    },
    zeros,
    most: Math.abs(sweep) * longest,
    bend: sweep * sweep * longest,
  };
}

type Complex = [re: number, im: number];

/** The complex roots of a quadratic in Bernstein form, whose coefficients are points taken as complex numbers. */
function rootsOfBernstein([ax, ay, bx, by, cx, cy]: number[]): Complex[] {
  const quadratic: Complex = [ax - bx - (bx - cx), ay - by - (by - cy)];
  return complexRoots(quadratic, [2 * (bx - ax), 2 * (by - ay)], [ax, ay]);
}

/** The roots of a z² + b z + c, without cancellation; fewer where leading coefficients vanish. */
function complexRoots(a: Complex, b: Complex, c: Complex): Complex[] {
  const square = times(b, b);
  const product = times(a, c);
  const root = squareRoot([square[0] - 4 * product[0], square[1] - 4 * product[1]]);
  const sign = b[0] * root[0] + b[1] * root[1] < 0 ? -1 : 1;
  const q: Complex = [-(b[0] + sign * root[0]) / 2, -(b[1] + sign * root[1]) / 2];
  return [over(q, a), over(c, q)].filter(([re, im]) => Number.isFinite(re) && Number.isFinite(im));
}

function times([a, b]: Complex, [c, d]: Complex): Complex {
  return [a * c - b * d, a * d + b * c];
}

function over([a, b]: Complex, [c, d]: Complex): Complex {
  const size = Math.hypot(c, d);
  const [x, y] = [c / size, d / size];
  return [(a * x + b * y) / size, (b * x - a * y) / size];
}

function squareRoot([re, im]: Complex): Complex {
  const size = Math.hypot(re, im);
  const x = Math.sqrt((size + Math.abs(re)) / 2);
  if (x === 0) return [0, 0];
  const y = Math.abs(im) / (2 * x);
  const [p, q] = re >= 0 ? [x, y] : [y, x];
  return [p, im < 0 ? -q : q];
}
