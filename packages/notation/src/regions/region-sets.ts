import { JOININGS, type RegionTree, restOf } from "./joining";

/** So many sets are kept. */
const MOST_SETS = 600_000;
/** So many operands more than the sets that are kept are looked for. */
const FURTHER = 2;

/**
 * The sets of regions that expressions on shapes select, by their number of operands: all with one, all with two, and so
 * on, for as long as they can be kept. Sets are integers, a bit for each region: 31 at most.
 *
 * Beyond that a set is looked for from its end: with the smaller of the two parts of the last operation known, the other
 * part is settled in some of the regions and free in the others, and any set that is kept may fill that place.
 */
export class RegionSets {
  private count = 0;
  private readonly sets: Int32Array;
  /** The two parts of each, and how they are joined; of single shapes the place. */
  private readonly first: Int32Array;
  private readonly second: Int32Array;
  private readonly joining: Uint8Array;
  /** Where each set is kept, by a hash of it, counted from 1. */
  private readonly slots: Int32Array;
  /** The sets with n operands are those from begins[n] to begins[n + 1]. */
  private readonly begins = [0, 0];
  /** Whether there are no sets but those that are kept. */
  private isAll: boolean;
  private readonly room: number;

  /** `shapes` tells the set of regions of each shape, of so many regions in all. */
  constructor(shapes: readonly number[], regions: number) {
    this.room = Math.min(MOST_SETS, 2 ** regions - 1);
    this.isAll = false;
    this.sets = new Int32Array(this.room);
    this.first = new Int32Array(this.room);
    this.second = new Int32Array(this.room);
    this.joining = new Uint8Array(this.room);
    this.slots = new Int32Array(2 ** Math.ceil(Math.log2(this.room) + 1.5));
    shapes.forEach((set, shape) => {
      this.keep(set, shape, -1, 0);
    });
    this.begins.push(this.count);
    while (!this.isAll && this.addLevel()) {}
  }

  /** The expression with the fewest operands that selects a set; null where it takes more than are looked for. */
  fewest(target: number): RegionTree | null {
    const index = this.slots[this.slotOf(target)] - 1;
    if (index >= 0) return this.tree(index);
    if (this.isAll) return null;
    for (let operands = this.most + 1; operands <= this.most + FURTHER; operands++) {
      const found = this.find(operands, -1, target);
      if (found !== null) return found;
    }
    return null;
  }

  /** All sets with so many operands are kept. */
  private get most(): number {
    return this.begins.length - 2;
  }

  /** Keeps the sets with one operand more; false where there are too many. */
  private addLevel(): boolean {
    const { sets, begins } = this;
    const operands = begins.length - 1;
    const before = this.count;
    for (let few = 1; few <= operands - few; few++)
      for (let i = begins[few]; i < begins[few + 1]; i++) {
        const a = sets[i];
        for (let j = begins[operands - few]; j < begins[operands - few + 1]; j++) {
          const b = sets[j];
          // In the order of JOININGS.
          const hasRoom =
            this.keep(a | b, i, j, 0) &&
            this.keep(a & b, i, j, 1) &&
            this.keep(a & ~b, i, j, 2) &&
            this.keep(b & ~a, i, j, 3) &&
            this.keep(a ^ b, i, j, 4);
          if (!hasRoom) {
            this.forget(before);
            return false;
          }
        }
        // Sets that are all known take no more looking.
        if (this.knowsAll) break;
      }
    this.isAll = this.count === before || this.knowsAll;
    begins.push(this.count);
    return true;
  }

  private get knowsAll(): boolean {
    return this.count === this.room && this.room < MOST_SETS;
  }

  /** False where there is no room for one more. */
  private keep(set: number, first: number, second: number, joining: number): boolean {
    const slot = this.slotOf(set);
    if (set === 0 || this.slots[slot] > 0) return true;
    if (this.count === this.room) return false;
    this.slots[slot] = this.count + 1;
    this.sets[this.count] = set;
    this.first[this.count] = first;
    this.second[this.count] = second;
    this.joining[this.count++] = joining;
    return true;
  }

  private forget(from: number): void {
    this.slots.fill(0);
    this.count = from;
    for (let i = 0; i < from; i++) this.slots[this.slotOf(this.sets[i])] = i + 1;
  }

  /** The place of a set among the slots, or where it would go. */
  private slotOf(set: number): number {
    const { slots, sets } = this;
    const mask = slots.length - 1;
    let slot = (Math.imul(set, 0x9e3779b1) >>> 7) & mask;
    while (slots[slot] > 0 && sets[slots[slot] - 1] !== set) slot = (slot + 1) & mask;
    return slot;
  }

  /** An expression with so many operands whose set is `wanted` within the regions of `care`. */
  private find(operands: number, care: number, wanted: number): RegionTree | null {
    if (operands <= this.most) {
      for (let i = this.begins[operands]; i < this.begins[operands + 1]; i++)
        if ((this.sets[i] & care) === wanted) return this.tree(i);
      return null;
    }
    for (let few = 1; few <= operands - few; few++)
      for (let i = this.begins[few]; i < this.begins[few + 1]; i++)
        for (const joining of JOININGS) {
          const rest = restOf(joining, this.sets[i], care, wanted);
          const b = rest && this.find(operands - few, rest.care, rest.wanted);
          if (b !== null) return { joining, a: this.tree(i), b };
        }
    return null;
  }

  private tree(index: number): RegionTree {
    if (this.second[index] < 0) return this.first[index];
    const joining = JOININGS[this.joining[index]];
    return { joining, a: this.tree(this.first[index]), b: this.tree(this.second[index]) };
  }
}
