import type { DistanceField } from "./field";

/** Where values are 0, least and greatest along a line, by shares of its length. */
export interface LineProfile {
  /** Rising; where values are 0 for a while, the two ends of it. */
  zeros: number[];
  least: { share: number; value: number };
  greatest: { share: number; value: number };
  /** The steepest that was seen: how fast values change along the line, by its length. */
  steepest: number;
}

/** Parts that are looked at first, the least that they are halved to, and places that are looked at for one question at most. */
const PARTS = 256;
const LEAST = 2 ** -44;
const MOST = 30_000;
/** Between zeros closer to each other than this all is 0. */
const TOUCH = 2 ** -16;
/** Extremes are within this share of how much values may change along the line, before they are looked for among their neighbours. */
const OPEN = 2 ** -22;
/** So many of the steepest places are looked for among their neighbours. */
const PEAKS = 16;
/** What rounding leaves of a zero, as a share of coordinates. */
const ROUNDING = 2 ** -42;

/**
 * The zeros and extremes of a field along a line, none left out: values change no faster than by the Lipschitz constant, which tells where
 * more places have to be looked at (S. A. Piyavskii 1972). Of what 30,000 places leave open, as where a line follows the boundary, zeros are
 * those that were seen, and extremes the best.
 */
export function alongLine(
  field: DistanceField,
  from: { x: number; y: number },
  to: { x: number; y: number },
): LineProfile {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const size = Math.max(...[from.x, from.y, to.x, to.y].map(Math.abs));
  const most = field.lipschitz * Math.hypot(dx, dy);
  const line = (sign: number): Line => ({
    most,
    at: (share) => sign * field.at(from.x + share * dx, from.y + share * dy),
    list(shares) {
      const values = new Float64Array(shares.length);
      field.list(
        Float64Array.from(shares, (k) => from.x + k * dx),
        Float64Array.from(shares, (k) => from.y + k * dy),
        values,
      );
      return values.map((value) => sign * value);
    },
  });
  const { share, value } = greatest(line(-1));
  const rounding = ROUNDING * size;
  const places = aroundZeros(line(1), rounding);
  const slope = { x: 0, y: 0 };
  const steepness = (k: number): number => {
    field.at(from.x + k * dx, from.y + k * dy, slope);
    return Math.abs(slope.x * dx + slope.y * dy) / (Math.hypot(dx, dy) || 1);
  };
  return {
    zeros: zeros(line(1), places, rounding),
    least: { share, value: 0 - value },
    greatest: greatest(line(1)),
    steepest: steepest(places.shares, steepness),
  };
}

/** Values along a line by its shares, and the most that they change by along it. */
interface Line {
  most: number;
  at(share: number): number;
  list(shares: readonly number[]): Float64Array;
}

/** Places along a line in their order, and the values there. */
interface Places {
  shares: number[];
  values: number[];
}

/** Places at which values are known, more where a part between two `isOpen`: asked by its length and the values at its ends. */
function refined(line: Line, isOpen: (length: number, a: number, b: number, best: number) => boolean): Places {
  let shares = Array.from({ length: PARTS + 1 }, (_, k) => k / PARTS);
  let values = Array.from(line.list(shares));
  let best = Math.max(...values);
  while (shares.length < MOST) {
    const open: number[] = [];
    for (let k = 1; k < shares.length; k++) {
      const length = shares[k] - shares[k - 1];
      if (length > LEAST && isOpen(length, values[k - 1], values[k], best)) open.push(k);
    }
    if (open.length === 0) break;
    const middles = open.map((k) => shares[k - 1] + (shares[k] - shares[k - 1]) / 2);
    const found = line.list(middles);
    best = found.reduce((most, value) => Math.max(most, value), best);
    const next: Places = { shares: [], values: [] };
    for (let k = 0, n = 0; k < shares.length; k++) {
      if (open[n] === k) {
        next.shares.push(middles[n]);
        next.values.push(found[n++]);
      }
      next.shares.push(shares[k]);
      next.values.push(values[k]);
    }
    ({ shares, values } = next);
  }
  return { shares, values };
}

/** Places between which there is a zero where the sign changes, and no other one. */
function aroundZeros(line: Line, rounding: number): Places {
  const isZero = (value: number): boolean => Math.abs(value) <= rounding;
  return refined(
    line,
    (length, a, b) =>
      Math.abs(a) + Math.abs(b) <= line.most * length + rounding && !(length < TOUCH && isZero(a) && isZero(b)),
  );
}

function zeros(line: Line, { shares, values }: Places, rounding: number): number[] {
  const signOf = (value: number): number => (Math.abs(value) <= rounding ? 0 : Math.sign(value));
  /** Where the sign of the first of two places ends. */
  const endOf = (k: number): number => {
    let [low, high] = [shares[k], shares[k + 1]];
    for (let middle = (low + high) / 2; low < middle && middle < high; middle = (low + high) / 2)
      if (signOf(line.at(middle)) === signOf(values[k])) low = middle;
      else high = middle;
    return high;
  };
  const found: number[] = [];
  for (let k = 0; k < shares.length; ) {
    const sign = signOf(values[k]);
    let end = k;
    while (end + 1 < shares.length && signOf(values[end + 1]) === sign) end++;
    if (sign === 0) {
      const [first, last] = [k > 0 ? endOf(k - 1) : 0, end + 1 < shares.length ? endOf(end) : 1];
      if (last - first <= TOUCH) found.push(first === 0 || last === 1 ? Math.round(first) : (first + last) / 2);
      else found.push(first, last);
    } else if (end + 1 < shares.length && signOf(values[end + 1]) === -sign) found.push(endOf(end));
    k = end + 1;
  }
  return found;
}

function greatest(line: Line): { share: number; value: number } {
  const { shares, values } = refined(
    line,
    (length, a, b, best) => (a + b + line.most * length) / 2 > best + OPEN * line.most,
  );
  const best = values.reduce((k, value, i) => (value > values[k] ? i : k), 0);
  // Between its neighbours there is one peak, or what is left between them is not worth more.
  const peak = peakAround(line.at, shares, best);
  const value = line.at(peak);
  return value > values[best] ? { share: peak, value } : { share: shares[best], value: values[best] };
}

function steepest(shares: readonly number[], steepness: (share: number) => number): number {
  const values = shares.map(steepness);
  const peaks = [...values.keys()]
    .filter((k) => !(values[k] < values[k - 1] || values[k] < values[k + 1]))
    .sort((a, b) => values[b] - values[a])
    .slice(0, PEAKS);
  return Math.max(...peaks.map((k) => Math.max(values[k], steepness(peakAround(steepness, shares, k)))));
}

/** Where values are greatest between the neighbours of a place, if there is one peak. */
function peakAround(at: (share: number) => number, shares: readonly number[], k: number): number {
  let [low, high] = [shares[Math.max(0, k - 1)], shares[Math.min(shares.length - 1, k + 1)]];
  for (let step = 0; step < 60; step++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
    if (at(a) < at(b)) low = a;
    else high = b;
  }
  return (low + high) / 2;
}
