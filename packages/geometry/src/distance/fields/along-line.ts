import type { DistanceField } from "./field";

/** Where values are 0, least and greatest along a line, by shares of its length. */
export interface LineProfile {
  /** Rising; where values are 0 for a while, the two ends of it. */
  zeros: number[];
  least: { share: number; value: number };
  greatest: { share: number; value: number };
}

/** Parts that are looked at first, the least that they are halved to, and places that are looked at for one question at most. */
const PARTS = 256;
const LEAST = 2 ** -44;
const MOST = 30_000;
/** Between zeros closer to each other than this all is 0. */
const TOUCH = 2 ** -16;
/** Extremes are within this share of how much values may change along the line, before they are looked for among their neighbours. */
const OPEN = 2 ** -22;
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
  return { zeros: zeros(line(1), ROUNDING * size), least: { share, value: 0 - value }, greatest: greatest(line(1)) };
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

function zeros(line: Line, rounding: number): number[] {
  const signOf = (value: number): number => (Math.abs(value) <= rounding ? 0 : Math.sign(value));
  const { shares, values } = refined(
    line,
    (length, a, b) =>
      Math.abs(a) + Math.abs(b) <= line.most * length + rounding &&
      !(length < TOUCH && signOf(a) === 0 && signOf(b) === 0),
  );
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
  let [low, high] = [shares[Math.max(0, best - 1)], shares[Math.min(shares.length - 1, best + 1)]];
  // Between its neighbours there is one peak, or what is left between them is not worth more.
  for (let step = 0; step < 60; step++) {
    const [a, b] = [low + (high - low) / 3, high - (high - low) / 3];
    if (line.at(a) < line.at(b)) low = a;
    else high = b;
  }
  const peak = (low + high) / 2;
  const value = line.at(peak);
  return value > values[best] ? { share: peak, value } : { share: shares[best], value: values[best] };
}
