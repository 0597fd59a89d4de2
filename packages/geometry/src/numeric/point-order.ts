/**
 * The points (x[i], y[i]) in lexicographic order, as indices; equal points in the order of their indices. Finite
 * coordinates of any size. Linear time, except among points so close together that 32 bits between them decide nothing.
 *
 * A radix sort on x, spread over 32 bits. Rounding never turns an order round, so what may still be out of order are
 * points with equal keys: they are sorted among themselves over their own, narrower range, or by y when their x agree.
 */
export function pointOrder(x: Float64Array, y: Float64Array): Uint32Array {
  const n = x.length;
  const order = new Uint32Array(n);
  for (let i = 0; i < n; i++) order[i] = i;
  const scratch: Scratch = { keys: new Uint32Array(n), places: new Uint32Array(n), otherKeys: new Uint32Array(n) };
  sortRange(x, y, x, order, 0, n, scratch);
  return order;
}

interface Scratch {
  keys: Uint32Array;
  otherKeys: Uint32Array;
  places: Uint32Array;
}

const FEW = 24;
const DIGIT = 11;
const COUNTERS = 1 << DIGIT;

function sortRange(
  x: Float64Array,
  y: Float64Array,
  values: Float64Array,
  order: Uint32Array,
  from: number,
  to: number,
  scratch: Scratch,
): void {
  if (to - from <= FEW) {
    insert(x, y, order, from, to);
    return;
  }
  let least = Number.POSITIVE_INFINITY;
  let greatest = Number.NEGATIVE_INFINITY;
  for (let k = from; k < to; k++) {
    const value = values[order[k]];
    if (value < least) least = value;
    if (value > greatest) greatest = value;
  }
  if (least === greatest) {
    if (values === x) sortRange(x, y, y, order, from, to, scratch);
    else order.subarray(from, to).sort();
    return;
  }
  // Halved, the greatest doubles have a finite difference.
  const origin = least / 2;
  const scale = (2 ** 32 - 1) / (greatest / 2 - origin);
  if (!(scale < Number.MAX_VALUE)) {
    order.subarray(from, to).sort((i, j) => x[i] - x[j] || y[i] - y[j] || i - j);
    return;
  }
  const { keys } = scratch;
  for (let k = from; k < to; k++) keys[k] = (values[order[k]] / 2 - origin) * scale;
  radix(order, from, to, scratch);
  for (let k = from; k < to; ) {
    let end = k + 1;
    while (end < to && keys[end] === keys[k]) end++;
    if (end - k > 1) sortRange(x, y, values, order, k, end, scratch);
    k = end;
  }
}

/** Sorts `order` and `keys` between two places by the keys; equal ones keep their order. */
function radix(order: Uint32Array, from: number, to: number, { keys, otherKeys, places }: Scratch): void {
  let [source, sourceKeys, target, targetKeys] = [order, keys, places, otherKeys];
  const next = new Uint32Array(COUNTERS);
  for (let shift = 0; shift < 32; shift += DIGIT) {
    next.fill(0);
    for (let k = from; k < to; k++) next[(sourceKeys[k] >>> shift) & (COUNTERS - 1)]++;
    let place = from;
    for (let digit = 0; digit < COUNTERS; digit++) {
      const count = next[digit];
      next[digit] = place;
      place += count;
    }
    for (let k = from; k < to; k++) {
      const key = sourceKeys[k];
      const at = next[(key >>> shift) & (COUNTERS - 1)]++;
      target[at] = source[k];
      targetKeys[at] = key;
    }
    [source, sourceKeys, target, targetKeys] = [target, targetKeys, source, sourceKeys];
  }
  // Three digits: what is sorted lies in the scratch.
  order.set(places.subarray(from, to), from);
  keys.set(otherKeys.subarray(from, to), from);
}

function insert(x: Float64Array, y: Float64Array, order: Uint32Array, from: number, to: number): void {
  for (let k = from + 1; k < to; k++) {
    const i = order[k];
    let at = k;
    for (; at > from; at--) {
      const j = order[at - 1];
      if (x[j] < x[i] || (x[j] === x[i] && (y[j] < y[i] || (y[j] === y[i] && j < i)))) break;
      order[at] = j;
    }
    order[at] = i;
  }
}
