import { ENDS, IS_SINGLE } from "./five-shapes-table";
import { JOININGS, joined, type RegionTree, restOf } from "./joining";
import { imageBefore, leastImage, SINGLE } from "./symmetries";

/**
 * The shortest expressions for sets of the regions of five shapes, from the table that scripts/five-shapes.mjs makes: one
 * for each class of sets that symmetry turns into each other (symmetries.ts). What is looked up is turned into the least
 * set of its class, and the expression found there back again.
 */
export class FiveShapes {
  private readonly images: Uint32Array;
  /** Where each entry's tag lies. */
  private readonly places: Int32Array;

  /** Throws `RangeError` for bytes that are no such table. */
  constructor(private readonly bytes: Uint8Array) {
    const images = new Uint32Array(bytes.length >> 1);
    const places = new Int32Array(images.length);
    let count = 0;
    let image = 0;
    for (let at = 0; at < bytes.length; ) {
      let factor = 1;
      for (; bytes[at] > 127; factor *= 128) image += (bytes[at++] & 127) * factor;
      image += bytes[at++] * factor;
      images[count] = image;
      places[count++] = at;
      at = this.partsAt(at, image).end;
    }
    this.images = images.subarray(0, count);
    this.places = places.subarray(0, count);
  }

  /**
   * The expression with the fewest operands whose set is `wanted` within the regions of `care`. The time doubles with each
   * region that is left free.
   */
  fewest(care: number, wanted: number): RegionTree {
    const free = ~(care | 1);
    let best = wanted;
    let operands = Number.POSITIVE_INFINITY;
    // From all of the free regions down to none: of equals the one that takes in more, all regions by a union.
    for (let filled = free; ; filled = (filled - 1) & free) {
      const here = this.operandsOf(wanted | filled);
      if (here < operands) {
        operands = here;
        best = wanted | filled;
      }
      if (filled === 0) break;
    }
    return this.tree(best);
  }

  private operandsOf(set: number): number {
    return set === 0 ? Number.POSITIVE_INFINITY : this.bytes[this.placeOf(leastImage(set).image)] >> 4;
  }

  private tree(set: number): RegionTree {
    const shape = SINGLE.indexOf(set);
    if (shape >= 0) return shape;
    const { image, steps } = leastImage(set);
    const parts = this.partsAt(this.placeOf(image), image);
    const a = imageBefore(parts.a, steps);
    const b = imageBefore(parts.b, steps);
    // Turned inside out, a union may have become a difference.
    const joining = JOININGS.find((each) => joined(each, a, b) === set)!;
    return { joining, a: this.tree(a), b: this.tree(b) };
  }

  private placeOf(image: number): number {
    const { images } = this;
    const wanted = image >>> 0;
    let low = 0;
    let high = images.length - 1;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (images[middle] < wanted) low = middle + 1;
      else high = middle;
    }
    return this.places[low];
  }

  /** The two parts that an entry tells, and where it ends. */
  private partsAt(place: number, image: number): { a: number; b: number; end: number } {
    const { bytes } = this;
    const tag = bytes[place] & 15;
    let at = place + 1;
    if (tag === ENDS) return { a: 0, b: 0, end: at };
    const joining = JOININGS[tag % IS_SINGLE];
    let a = 0;
    if (tag >= IS_SINGLE) a = SINGLE[bytes[at++]];
    else for (let k = 0; k < 32; k += 8) a |= bytes[at++] << k;
    const rest = restOf(joining, a, -1, image);
    if (!rest) throw new RangeError(`byte ${place}: no expression of five shapes`);
    let b = rest.wanted;
    let bit = 0;
    for (let k = 1; k < 32; k++) {
      if ((rest.care >>> k) & 1) continue;
      b |= ((bytes[at + (bit >> 3)] >> (bit & 7)) & 1) << k;
      bit++;
    }
    return { a, b, end: at + ((bit + 7) >> 3) };
  }
}
