import { JOININGS, type Joining, restOf } from "./joining";
import { SINGLE } from "./symmetries";

// For scripts/five-shapes.mjs, which makes the table.
export { JOININGS, joined } from "./joining";
export { imageAfter, leastImage, SINGLE, STEPS, stepped, withoutOutside } from "./symmetries";

/** Classes of sets but for the empty one. */
export const CLASSES = 616_125;

/** The shortest expression for the least set of a class: so many operands, the last operation, and its two parts. */
export interface ClassEntry {
  image: number;
  operands: number;
  /** Null for a single shape. */
  joining: Joining | null;
  a: number;
  b: number;
}

/** Tags of entries: the number of operands in the upper half, in the lower one the operation; these besides. */
export const IS_SINGLE = 5;
export const ENDS = 15;

/**
 * Entries by rising image, each as: the distance to the image before (seven bits a byte, low ones first, the eighth bit
 * where more follow); a byte of four bits for the operands and four for the operation, +5 where `a` is a single shape; `a`,
 * as its place in one byte or as four bytes; and of `b` the bits that the operation leaves free, low ones first.
 */
export function encodeClasses(entries: readonly ClassEntry[]): Uint8Array {
  const bytes: number[] = [];
  let before = 0;
  for (const { image, operands, joining, a, b } of [...entries].sort((p, q) => (p.image >>> 0) - (q.image >>> 0))) {
    let gap = (image >>> 0) - before;
    before = image >>> 0;
    for (; gap > 127; gap = Math.floor(gap / 128)) bytes.push((gap % 128) | 128);
    bytes.push(gap);
    if (joining === null) {
      bytes.push((operands << 4) | ENDS);
      continue;
    }
    const shape = SINGLE.indexOf(a);
    bytes.push((operands << 4) | (JOININGS.indexOf(joining) + (shape >= 0 ? IS_SINGLE : 0)));
    if (shape >= 0) bytes.push(shape);
    else for (let k = 0; k < 32; k += 8) bytes.push((a >>> k) & 255);
    let [byte, filled] = [0, 0];
    const free = freeOf(joining, a, image);
    for (let k = 1; k < 32; k++) {
      if (!((free >>> k) & 1)) continue;
      byte |= ((b >>> k) & 1) << filled++;
      if (filled < 8) continue;
      bytes.push(byte);
      [byte, filled] = [0, 0];
    }
    if (filled > 0) bytes.push(byte);
  }
  return Uint8Array.from(bytes);
}

/** Regions in which the second part may be as it likes. */
function freeOf(joining: Joining, a: number, image: number): number {
  return ~(restOf(joining, a, -1, image)!.care | 1);
}
