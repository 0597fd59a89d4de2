/** Arrays of up to so many doubles are kept for the next one to ask, and so many of them. */
const LARGEST = 4096;
const MOST = 8;

const spare: Float64Array[] = [];

/**
 * Doubles, 0 up to `count`, for work that gives them back when it ends: making an array of more than a few takes as long as
 * a small computation does. One that is not given back, because the work broke off, is no loss.
 */
export function lentDoubles(count: number): Float64Array {
  const values = spare.pop();
  if (!values || values.length < count) return new Float64Array(count > LARGEST ? count : Math.max(64, 2 * count));
  return values.fill(0, 0, count);
}

/** Gives back what was lent; nobody may use it any more. */
export function giveBack(values: Float64Array): void {
  if (values.length <= 2 * LARGEST && spare.length < MOST) spare.push(values);
}
