/** Arrays of up to so many bytes are carved from a block of so many: in V8, making a view costs a twentieth of what making an array does. */
const LARGEST = 2 ** 14;
const BLOCK = 2 ** 17;

let block = new ArrayBuffer(0);
let used = 0;

/** Doubles, all 0, for what stays: a small array is a view of a block that it shares, which lives as long as any of them. */
export function carvedDoubles(count: number): Float64Array {
  if (8 * count > LARGEST) return new Float64Array(count);
  const place = placeFor(8 * count);
  return new Float64Array(block, place, count);
}

/** Whole numbers, likewise. */
export function carvedInts(count: number): Int32Array {
  if (4 * count > LARGEST) return new Int32Array(count);
  const place = placeFor(4 * count);
  return new Int32Array(block, place, count);
}

function placeFor(bytes: number): number {
  if (used + bytes > block.byteLength) {
    block = new ArrayBuffer(BLOCK);
    used = 0;
  }
  const place = used;
  used += (bytes + 7) & ~7;
  return place;
}
