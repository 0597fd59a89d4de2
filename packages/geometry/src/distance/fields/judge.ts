import { type Places, TOGETHER } from "../assembly/places";
import { type Block, type CopiesInCells, sizeOf } from "./candidates";
import type { DistanceField } from "./field";

/** Blocks that are judged at once, and copies times blocks, at most. */
const BLOCKS = 512;
const MOST = 2 ** 15;

/** Slots, counted from the first free one, as packages/geometry/assembly/candidates.ts has them. */
const ASKED = 2;
const FOUND = 4;

/** Four corners and the middle of a block. */
const POINTS_EACH = 5;

/** Tells which copies count in blocks of cells, by the compiled part: see packages/geometry/assembly/candidates.ts. */
export class Judge {
  private readonly size: number;

  constructor(
    private readonly field: DistanceField,
    private readonly copies: CopiesInCells,
  ) {
    this.size = sizeOf(field);
  }

  /**
   * For each block those of some copies that may have the least value in it. The first one is there wherever the own copy is. The slots from
   * `free` on may be used.
   */
  candidates(blocks: readonly Block[], some: readonly number[], places: Places, free: number): (readonly number[])[] {
    const { engine, count } = places;
    const [x, y] = [engine.placeX.value, engine.placeY.value];
    const together = Math.max(1, Math.min(BLOCKS, Math.floor(MOST / some.length)));
    const left: (readonly number[])[] = [];
    for (let from = 0; from < blocks.length; from += together)
      left.push(...this.judge({ blocks: blocks.slice(from, from + together), some, places, free }));
    places.count = count;
    engine.setPlaces(x, y);
    return left;
  }

  private judge(round: Round): (readonly number[])[] {
    const { blocks, some } = round;
    const { engine } = round.places;
    this.begin(round);
    this.write(round);
    engine.pointsOfBlocks();
    const points = POINTS_EACH * blocks.length;
    const together = Math.floor(TOGETHER / points);
    for (let first = 0; first < some.length; first += together) {
      const count = Math.min(together, some.length - first);
      for (let k = 0; k < count; k++) {
        this.seeAs(round, first + k);
        engine.listPoints(k);
      }
      this.measureListed(round, count * points);
      engine.keepValues(first, count);
    }
    engine.orderCopies();
    for (let first = 0; first < some.length; ) first = this.findFeet(round, first);
    engine.leaveCandidates();
    const step = some.length + 1;
    const lists = new Int32Array(engine.memory.buffer, engine.lists.value, blocks.length * step);
    return blocks.map((_, block) => {
      const begin = block * step;
      const left: number[] = [];
      for (let at = begin + 1; at <= begin + lists[begin]; at++) left.push(some[lists[at]]);
      return left;
    });
  }

  /** Returns the first slot behind those that are taken. */
  private begin({ blocks, some, places, free }: Round): number {
    const { field, size } = this;
    const { inside, outside } = field.worth;
    const taken = places.engine.beginBlocks(
      blocks.length,
      some.length,
      free,
      outside === "exact",
      inside === "exact",
      field.lipschitz,
      size,
    );
    return free + taken;
  }

  private write({ blocks, some, places, free }: Round): void {
    const { engine } = places;
    const { lines, ways, mayMiss } = this.copies;
    const [toLines, toWays, toBlocks] = [ASKED, ASKED + 1, FOUND].map((slot) => engine.slotAt(free + slot));
    const { buffer } = engine.memory;
    new Float64Array(buffer, toLines, lines.length).set(lines);
    new Float64Array(buffer, toWays, ways.length).set(ways);
    const sides = new Uint8Array(buffer, toBlocks, 4 * blocks.length);
    let at = 0;
    for (const { column, row, columnEnd, rowEnd } of blocks) {
      sides[at++] = column;
      sides[at++] = row;
      sides[at++] = columnEnd;
      sides[at++] = rowEnd;
    }
    const steps = new Int32Array(buffer, engine.steps.value, some.length);
    if (mayMiss) steps.set(some);
    else steps.fill(0);
  }

  /** Finds the nearest points that are wanted of copies from one on, as many as are measured together. Returns the next copy. */
  private findFeet(round: Round, first: number): number {
    const { blocks, some } = round;
    const { engine } = round.places;
    let end = first;
    let wanted = 0;
    for (; end < some.length && 2 * (wanted + blocks.length) <= TOGETHER; end++) {
      this.seeAs(round, end);
      wanted += engine.listBeside(end, wanted);
    }
    if (wanted === 0) return end;
    this.measureListed(round, 2 * wanted);
    for (let k = first, before = 0; k < end; k++) {
      this.seeAs(round, k);
      before += engine.listFeet(k, before);
    }
    this.measureListed(round, wanted);
    for (let k = first, before = 0; k < end; k++) before += engine.keepRests(k, before);
    return end;
  }

  /** What is listed next is listed as a copy sees it. */
  private seeAs({ some, places }: Round, k: number): void {
    const { a, b, c, d, e, f } = this.copies.placeOf(some[k]);
    places.engine.seeAs(a, b, c, d, e, f);
  }

  private measureListed(round: Round, count: number): void {
    const { places, free } = round;
    const { engine } = places;
    places.count = count;
    engine.setPlaces(engine.slotAt(free + ASKED), engine.slotAt(free + ASKED + 1));
    this.field.measure(places, free + FOUND, this.begin(round));
    this.begin(round);
  }
}

/** Some blocks that are judged at once, and the copies they are judged for; the slots from `free` on may be used. */
interface Round {
  blocks: readonly Block[];
  some: readonly number[];
  places: Places;
  free: number;
}
