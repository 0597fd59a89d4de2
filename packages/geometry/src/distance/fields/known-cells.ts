import { type Places, TOGETHER } from "../assembly/places";
import { type Block, type CopiesInCells, Judge } from "./candidates";
import type { DistanceField } from "./field";

/** Codes of cells, as packages/geometry/assembly/copies.ts has them. */
const IS_UNKNOWN = -1;
const IS_FAR = -3;
const COPY_BITS = 12;

/** Numbers of all lists, at most. */
const MOST = 2 ** 18;

/** Blocks of up to this many cells are left whole if halving does not lessen their copies. */
const SMALL = 8;

/** Slots of what is written, from the first on. */
const TABLE = 1;
const LISTS = 3;

/** Copies that may be nearest; null for too many. */
type Candidates = readonly number[] | null;

/** Two halves of a block, and whether one of them has fewer candidates than the block. */
interface Halves {
  blocks: readonly [Block, Block];
  candidates: readonly [Candidates, Candidates];
  hasFewer: boolean;
}

/** Which copies are to be asked in which cells, as far as it was asked for. */
export class KnownCells {
  /**
   * The code of each cell; and in 8 bits each the first and the last column and row of a block around it that has the same, from the lowest
   * bits on.
   */
  private readonly numbers: Int32Array;
  private lists = new Int32Array(64);
  private used = 1;
  /** Where lists begin. */
  private readonly begins = new Map<string, number>();

  private readonly judge: Judge;

  constructor(
    field: DistanceField,
    private readonly copies: CopiesInCells,
    private readonly table: Float64Array,
  ) {
    this.judge = new Judge(field, copies);
    this.numbers = new Int32Array(2 * copies.columns * copies.rows).fill(IS_UNKNOWN);
  }

  /** Writes all that is known for the compiled part, and a table of the copies, into slots from one on. Returns the first one behind. */
  write({ engine }: Places, slot: number): number {
    const end = slot + LISTS + Math.ceil(this.used / (2 * TOGETHER));
    // This reserves memory up to there.
    engine.slotAt(end);
    const { buffer } = engine.memory;
    new Int32Array(buffer, engine.slotAt(slot), this.numbers.length).set(this.numbers);
    new Float64Array(buffer, engine.slotAt(slot + TABLE), this.table.length).set(this.table);
    new Int32Array(buffer, engine.slotAt(slot + LISTS), this.used).set(this.lists.subarray(0, this.used));
    return end;
  }

  /** Learns of some cells, and of those around them. */
  learn(cells: Int32Array): void {
    const { columns, together } = this.copies;
    for (const cell of cells) {
      if (this.numbers[2 * cell] !== IS_UNKNOWN) continue;
      const [i, j] = [cell % columns, Math.floor(cell / columns)];
      const [column, row] = [i - (i % together.columns), j - (j % together.rows)];
      const block = { column, row, columnEnd: column + together.columns, rowEnd: row + together.rows };
      this.learnBlock(block, this.judge.candidates(block));
    }
    this.findAlike();
  }

  /** By halves, as long as several copies are left and fewer of them in a half, or the block is large. */
  private learnBlock(block: Block, candidates: Candidates): void {
    const { column, row, columnEnd, rowEnd } = block;
    const [width, height] = [columnEnd - column, rowEnd - row];
    if (candidates?.length !== 1) {
      const beside = width > 1 ? this.halves(besideEachOther(block), candidates) : null;
      const above = height > 1 && !beside?.hasFewer ? this.halves(aboveEachOther(block), candidates) : null;
      const halves = above?.hasFewer || height > width ? (above ?? beside) : beside;
      if (halves && (halves.hasFewer || width * height > SMALL)) {
        this.learnBlock(halves.blocks[0], halves.candidates[0]);
        this.learnBlock(halves.blocks[1], halves.candidates[1]);
        return;
      }
    }
    const code = this.codeOf(candidates);
    for (let j = row; j < rowEnd; j++)
      for (let i = column; i < columnEnd; i++) this.numbers[2 * (j * this.copies.columns + i)] = code;
  }

  private halves(halves: readonly [Block, Block], candidates: Candidates): Halves {
    const first = this.judge.candidates(halves[0], candidates);
    const second = this.judge.candidates(halves[1], candidates);
    const count = candidates?.length ?? Number.POSITIVE_INFINITY;
    const hasFewer = (first !== null && first.length < count) || (second !== null && second.length < count);
    return { blocks: halves, candidates: [first, second], hasFewer };
  }

  /** Finds the blocks of the same code: along each row, and on to rows in which the same columns have it. */
  private findAlike(): void {
    const { numbers } = this;
    const { columns } = this.copies;
    for (let begin = 0, end = 1; begin < numbers.length / 2; begin = end++) {
      while (end % columns > 0 && numbers[2 * end] === numbers[2 * begin]) end++;
      const sides = (begin % columns) | (((end - 1) % columns) << 8);
      for (let cell = begin; cell < end; cell++) numbers[2 * cell + 1] = sides;
    }
    for (let column = 0; column < columns; column++) {
      const end = numbers.length + 2 * column;
      for (let from = 2 * column, to = from; from < end; from = to) {
        const [code, sides] = [numbers[from], numbers[from + 1]];
        while (to < end && numbers[to] === code && numbers[to + 1] === sides) to += 2 * columns;
        const rows = Math.floor(from / columns / 2) | ((Math.floor(to / columns / 2) - 1) << 8);
        for (; from < to; from += 2 * columns) numbers[from + 1] = sides | (rows << 16);
      }
    }
  }

  private codeOf(candidates: Candidates): number {
    if (!candidates || this.used + candidates.length >= MOST) return IS_FAR;
    if (candidates.length === 1) return candidates[0];
    const name = candidates.join();
    let begin = this.begins.get(name);
    if (begin === undefined) {
      begin = this.used;
      this.begins.set(name, begin);
      this.add(candidates);
    }
    return (begin << COPY_BITS) | (candidates[0] & ((1 << COPY_BITS) - 1));
  }

  private add(candidates: readonly number[]): void {
    const begin = this.used;
    this.used += 1 + candidates.length;
    if (this.used > this.lists.length) {
      const longer = new Int32Array(2 * this.used);
      longer.set(this.lists);
      this.lists = longer;
    }
    this.lists[begin] = candidates.length;
    this.lists.set(candidates, begin + 1);
  }
}

function besideEachOther({ column, row, columnEnd, rowEnd }: Block): [Block, Block] {
  const middle = (column + columnEnd) / 2;
  return [
    { column, row, columnEnd: middle, rowEnd },
    { column: middle, row, columnEnd, rowEnd },
  ];
}

function aboveEachOther({ column, row, columnEnd, rowEnd }: Block): [Block, Block] {
  const middle = (row + rowEnd) / 2;
  return [
    { column, row, columnEnd, rowEnd: middle },
    { column, row: middle, columnEnd, rowEnd },
  ];
}
