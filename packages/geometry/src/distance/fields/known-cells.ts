import { type Places, TOGETHER } from "../assembly/places";
import { type Block, type CopiesInCells, Judge } from "./candidates";
import type { DistanceField } from "./field";

/** Codes of cells, as packages/geometry/assembly/copies.ts has them. */
const IS_UNKNOWN = -1;
const IS_FAR = -2;
const COPY_BITS = 12;

/** Numbers of all lists, at most. */
const MOST = 2 ** 18;

/** Blocks of up to this many cells are left whole, whatever counts in them. */
const SMALL = 4;
/** More copies than these are no neighbours only. */
const FEW = 4;

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

  /** Learns of a cell, and of those around it. */
  learn(cell: number): void {
    const { columns, together } = this.copies;
    const [i, j] = [cell % columns, Math.floor(cell / columns)];
    const [column, row] = [i - (i % together.columns), j - (j % together.rows)];
    const block = { column, row, columnEnd: column + together.columns, rowEnd: row + together.rows };
    this.learnBlock(block, this.judge.candidates(block));
    this.findAlike(row, block.rowEnd);
    if (together.columns === columns) this.findAlikeRows();
  }

  /** By parts, as long as several copies are left and fewer of them in a part, or the block is large. */
  private learnBlock(block: Block, candidates: Candidates): void {
    const { column, row, columnEnd, rowEnd } = block;
    const [width, height] = [columnEnd - column, rowEnd - row];
    if (candidates?.length === 1 || width * height <= SMALL) {
      this.fill(block, candidates);
      return;
    }
    if (width === this.copies.columns && candidates !== null && this.learnSides(block, candidates)) return;
    // Many copies count near a centre only.
    const isLong = height > 1 && (candidates === null || candidates.length > FEW);
    const first = isLong ? aboveEachOther(block) : width > 1 ? besideEachOther(block) : aboveEachOther(block);
    let halves = this.halves(first, candidates);
    if (!halves.hasFewer && width > 1 && height > 1)
      halves = this.halves(isLong ? besideEachOther(block) : aboveEachOther(block), candidates);
    this.learnBlock(halves.blocks[0], halves.candidates[0]);
    this.learnBlock(halves.blocks[1], halves.candidates[1]);
  }

  /** In most wedges other copies count at the sides only. */
  private learnSides(block: Block, candidates: Candidates): boolean {
    const { column, row, columnEnd, rowEnd } = block;
    for (const side of [1, 2]) {
      const middle = { column: column + side, row, columnEnd: columnEnd - side, rowEnd };
      const left = this.judge.candidates(middle, candidates);
      if (left?.length !== 1) continue;
      this.fill(middle, left);
      for (const beside of [
        { column, row, columnEnd: middle.column, rowEnd },
        { column: middle.columnEnd, row, columnEnd, rowEnd },
      ])
        this.learnBlock(beside, this.judge.candidates(beside, candidates));
      return true;
    }
    return false;
  }

  private fill({ column, row, columnEnd, rowEnd }: Block, candidates: Candidates): void {
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

  /** Finds which cells beside each other have the same code, in some rows. */
  private findAlike(row: number, rowEnd: number): void {
    const { numbers } = this;
    const { columns } = this.copies;
    for (let begin = row * columns, end = begin + 1; begin < rowEnd * columns; begin = end++) {
      while (end % columns > 0 && numbers[2 * end] === numbers[2 * begin]) end++;
      const sides = (begin % columns) | (((end - 1) % columns) << 8);
      const own = Math.floor(begin / columns);
      for (let cell = begin; cell < end; cell++) numbers[2 * cell + 1] = sides | (own << 16) | (own << 24);
    }
  }

  /** Finds in which rows above each other the same columns have the same code. */
  private findAlikeRows(): void {
    const { numbers } = this;
    const { columns } = this.copies;
    for (let column = 0; column < columns; column++) {
      const end = numbers.length + 2 * column;
      for (let from = 2 * column, to = from; from < end; from = to) {
        const [code, sides] = [numbers[from], numbers[from + 1] & 0xffff];
        while (to < end && numbers[to] === code && (numbers[to + 1] & 0xffff) === sides) to += 2 * columns;
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
