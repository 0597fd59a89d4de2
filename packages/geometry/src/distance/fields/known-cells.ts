import { CELLS, type Places } from "../assembly/places";
import { type Block, type CopiesInCells, copiesAround } from "./candidates";
import type { DistanceField } from "./field";
import { Judge } from "./judge";

/** Codes of cells, as packages/geometry/assembly/copies.ts has them. */
const IS_UNKNOWN = -1;
const IS_FAR = -2;
const COPY_BITS = 12;

/** A block of no more cells is not parted where too many copies may count in it. */
const SMALL = 4;
/** A block of more cells, in which more than MANY copies count, is halved first, as long as that leaves fewer copies in a half. */
const LARGE = 64;
const MANY = 8;
/** If more copies than this count in the middle cell of a block, the block has no lists: its places are asked one by one. */
const LONG = 4000;
/** Cells along the sides of the parts of other blocks. */
const PART = 4;

/** Copies that may be nearest; null for too many. */
type Candidates = readonly number[] | null;

/** Which copies are to be asked in which cells, as far as it was asked for. */
export class KnownCells {
  /**
   * The code of each cell; and in 8 bits each the first and the last column and row of a block around it that has the same, from the lowest
   * bits on.
   */
  private readonly numbers: Int32Array;
  private lists = new Int32Array(64);
  private used = 1;
  /** Where the last one that was asked for begins. */
  private last = 0;
  /** Where lists begin. */
  private readonly begins = new Map<string, number>();

  /** Another one whenever something was learnt. */
  private state = {};

  private readonly judge: Judge;

  constructor(
    private readonly field: DistanceField,
    private readonly copies: CopiesInCells,
    private readonly table: Float64Array,
  ) {
    this.judge = new Judge(field, copies);
    this.numbers = new Int32Array(2 * copies.columns * copies.rows).fill(IS_UNKNOWN);
  }

  /** Writes all that is known, and a table of the copies, for the compiled part. Returns false if that is what it has already. */
  write(places: Places): boolean {
    if (places.knows(this.state)) return false;
    places.setCells(this.state, this.numbers, this.table, this.lists.subarray(0, this.used));
    return true;
  }

  /** Learns of a cell, and of those around it; the slots from `free` on may be used. */
  learn(cell: number, places: Places, free: number): void {
    const { columns } = this.copies;
    const block = this.copies.blockOf(cell % columns, Math.floor(cell / columns));
    this.learnAround(block, places, free);
    this.findAlike(block);
    this.state = {};
  }

  /** Learns a block of which nothing is known yet. */
  private learnAround(block: Block, places: Places, free: number): void {
    const some = copiesAround(this.field, this.copies, block);
    if (some && this.copies.areAlike(block)) this.fill(block, some);
    else if (some) this.learnBlock(block, this.judge.candidates([block], some, places, free)[0], places, free);
    else if (cellsOf(block) <= SMALL) this.fill(block, null);
    else for (const half of halvesOf(block)) this.learnAround(half, places, free);
  }

  /** Learns a block in which some copies count. */
  private learnBlock(block: Block, some: readonly number[], places: Places, free: number): void {
    if (some.length === 1) this.fill(block, some);
    else if (some.length > LONG && this.judge.candidates([middleOf(block)], some, places, free)[0].length > LONG)
      this.fill(block, null);
    else if (some.length <= MANY || cellsOf(block) <= LARGE) this.learnParts(block, some, places, free);
    else {
      const halves = halvesOf(block);
      const left = this.judge.candidates(halves, some, places, free);
      if (left.every(({ length }) => length === some.length)) this.learnParts(block, some, places, free);
      else for (const [k, half] of halves.entries()) this.learnBlock(half, left[k], places, free);
    }
  }

  /** By small parts of a block, and by the cells of those for which several copies are left. */
  private learnParts(block: Block, some: readonly number[], places: Places, free: number): void {
    const parts = partsOf(block, PART);
    const left = this.judge.candidates(parts, some, places, free);
    const open: Block[] = [];
    const counting = new Set<number>();
    for (let k = 0; k < parts.length; k++) {
      const { length } = left[k];
      if (length === 1 || length > LONG) {
        this.fill(parts[k], length === 1 ? left[k] : null);
        continue;
      }
      open.push(...partsOf(parts[k], 1));
      for (const copy of left[k]) counting.add(copy);
    }
    const copies = some.filter((copy) => counting.has(copy));
    const candidates = this.judge.candidates(open, copies, places, free);
    for (let k = 0; k < open.length; k++) this.fill(open[k], candidates[k]);
  }

  private fill({ column, row, columnEnd, rowEnd }: Block, candidates: Candidates): void {
    const code = this.codeOf(candidates);
    for (let j = row; j < rowEnd; j++)
      for (let i = column; i < columnEnd; i++) this.numbers[2 * (j * this.copies.columns + i)] = code;
  }

  /** Finds which cells of a block have the same code as those beside them, and which columns that as those above them. */
  private findAlike({ column, row, columnEnd, rowEnd }: Block): void {
    const { numbers } = this;
    const { columns } = this.copies;
    const width = 2 * columns;
    for (let j = row; j < rowEnd; j++) {
      const end = j * width + 2 * columnEnd;
      for (let from = j * width + 2 * column, to = from; from < end; ) {
        while (to < end && numbers[to] === numbers[from]) to += 2;
        const sides = ((from % width) >> 1) | ((((to - 2) % width) >> 1) << 8);
        for (; from < to; from += 2) numbers[from + 1] = sides;
      }
    }
    for (let i = column; i < columnEnd; i++)
      for (let j = row, to = row; j < rowEnd; ) {
        const from = 2 * (j * columns + i);
        const [code, sides] = [numbers[from], numbers[from + 1]];
        while (
          to < rowEnd &&
          numbers[2 * (to * columns + i)] === code &&
          (numbers[2 * (to * columns + i) + 1] & 0xffff) === sides
        )
          to++;
        for (const rows = (j << 16) | ((to - 1) << 24); j < to; j++) numbers[2 * (j * columns + i) + 1] = sides | rows;
      }
  }

  private codeOf(candidates: Candidates): number {
    if (!candidates || this.used + candidates.length >= CELLS.lists) return IS_FAR;
    if (candidates.length === 1) return candidates[0];
    const begin = this.beginOf(candidates);
    return (begin << COPY_BITS) | (candidates[0] & ((1 << COPY_BITS) - 1));
  }

  private beginOf(candidates: readonly number[]): number {
    // Mostly it is the list of the cell before.
    const { last, lists } = this;
    if (lists[last] === candidates.length && candidates.every((copy, k) => lists[last + 1 + k] === copy)) return last;
    const name = candidates.join();
    this.last = this.begins.get(name) ?? this.used;
    if (this.last === this.used) {
      this.begins.set(name, this.used);
      this.add(candidates);
    }
    return this.last;
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

/** Parts of up to `side` by `side` cells. */
function partsOf({ column, row, columnEnd, rowEnd }: Block, side: number): Block[] {
  const parts: Block[] = [];
  for (let j = row; j < rowEnd; j += side)
    for (let i = column; i < columnEnd; i += side)
      parts.push({
        column: i,
        row: j,
        columnEnd: Math.min(columnEnd, i + side),
        rowEnd: Math.min(rowEnd, j + side),
      });
  return parts;
}

function middleOf({ column, row, columnEnd, rowEnd }: Block): Block {
  const [i, j] = [(column + columnEnd) >> 1, (row + rowEnd) >> 1];
  return { column: i, row: j, columnEnd: i + 1, rowEnd: j + 1 };
}

/** Above each other where there are several rows: many copies count near a centre only. */
function halvesOf({ column, row, columnEnd, rowEnd }: Block): [Block, Block] {
  const middle = (row + rowEnd) >> 1;
  if (middle > row)
    return [
      { column, row, columnEnd, rowEnd: middle },
      { column, row: middle, columnEnd, rowEnd },
    ];
  const across = (column + columnEnd) >> 1;
  return [
    { column, row, columnEnd: across, rowEnd },
    { column: across, row, columnEnd, rowEnd },
  ];
}

function cellsOf({ column, row, columnEnd, rowEnd }: Block): number {
  return (columnEnd - column) * (rowEnd - row);
}
