import type { Slope } from "../forms";
import type { DistanceField } from "./field";

/** Shows a place to copies: see {@link CopiesInCells}. */
export interface Views {
  /** Copies that can have no lower value than this need not be shown the place. */
  value: number;
  /** The place as a copy sees it. */
  see(u: number, v: number, copy: number): void;
}

/**
 * Cells of the plane as one copy sees it, the own copy of the places in them; its number is 0. They lie in columns and rows, and what some
 * columns and rows have in common is convex, with four corners.
 */
export interface CopiesInCells {
  columns: number;
  rows: number;
  /** The size of the blocks that are learnt together. */
  together: { columns: number; rows: number };
  /** Where a line between columns meets one between rows. */
  corner(column: number, row: number): Point;
  /**
   * Shows a place of a block of cells to the copies of a ring around the own one: ring 0 is the copy itself, ring 1 its neighbours, and so
   * on. False where none of this ring or of one further out is there, or can have a value below `views.value`.
   */
  ring(x: number, y: number, block: Block, ring: number, views: Views): boolean;
  /** Whether a copy of a ring, or of one further out, is there and may have a value below `value`. */
  mayCount(x: number, y: number, block: Block, ring: number, value: number): boolean;
  /** The value of a copy at a place, and its gradient. */
  valueAt(copy: number, x: number, y: number, slope?: Slope): number;
  /** Whether a copy may be there for a place of a block. */
  mayBeThere(copy: number, block: Block): boolean;
  /** Whether copy `a` is there wherever copy `b` is. */
  isThereWith(a: number, b: number): boolean;
}

export type Point = [x: number, y: number];

/** Cells in columns and rows, from a first one of each up to before a last one. */
export interface Block {
  column: number;
  row: number;
  columnEnd: number;
  rowEnd: number;
}

/** Copies and rings that are asked at most. */
const MOST = 1000;

/** What differs by more than this part of the sizes differs in truth, and not by rounding only. */
const ROUNDING = 2 ** -44;

/** How a copy sees the middle of a block. */
interface View {
  copy: number;
  value: number;
  /** Its boundary point that is nearest. */
  foot: Point;
}

/** Tells which copies count in a block of cells, by the rules that docs/distance.md derives, under "Copies at many places". */
export class Judge {
  private readonly size: number;
  private corners: readonly Point[] = [];
  private middle: Point = [0, 0];
  /** By how much the difference of two copies' values may change between the middle and a place of the block. */
  private spread = 0;
  private margin = 0;
  private views: View[] = [];

  constructor(
    private readonly field: DistanceField,
    private readonly copies: CopiesInCells,
  ) {
    const box = field.within(0);
    this.size = box ? Math.max(Math.abs(box.minX), Math.abs(box.minY), Math.abs(box.maxX), Math.abs(box.maxY)) : 0;
  }

  /**
   * The copies that may have the least value at a place of a block: of some copies, or else of all. The first one is there wherever the own
   * copy is. Null where too many would have to be asked.
   */
  candidates(block: Block, some?: readonly number[] | null): readonly number[] | null {
    this.enter(block);
    if (some) {
      for (const copy of some) if (this.copies.mayBeThere(copy, block)) this.look(copy);
    } else if (!this.lookAround(block)) return null;
    return this.left();
  }

  private enter({ column, row, columnEnd, rowEnd }: Block): void {
    const { copies } = this;
    const a = copies.corner(column, row);
    const b = copies.corner(columnEnd, row);
    const c = copies.corner(column, rowEnd);
    const d = copies.corner(columnEnd, rowEnd);
    this.corners = [a, b, c, d];
    this.middle = [(a[0] + b[0] + c[0] + d[0]) / 4, (a[1] + b[1] + c[1] + d[1]) / 4];
    let radius = 0;
    let size = 0;
    for (const corner of this.corners) {
      radius = Math.max(radius, between(this.middle, corner));
      size = Math.max(size, Math.abs(corner[0]), Math.abs(corner[1]));
    }
    this.spread = 2 * Math.max(1, this.field.lipschitz) * radius;
    this.margin = ROUNDING * (size + this.size);
    this.views = [];
  }

  private look(copy: number): void {
    const [x, y] = this.middle;
    const slope = { x: 0, y: 0 };
    const value = this.copies.valueAt(copy, x, y, slope);
    this.views.push({ copy, value, foot: [x - value * slope.x, y - value * slope.y] });
  }

  /** Looks at all copies that may be nearest, ring by ring. False if they are too many. */
  private lookAround(block: Block): boolean {
    const { copies, middle, corners, spread, margin, views } = this;
    this.look(0);
    const [own] = views;
    const all: Views = { value: own.value + spread, see: (_u, _v, copy) => this.look(copy) };
    const isExact = this.field.worth.outside === "exact";
    const point = own.value > 0 ? own.foot : middle;
    const lengths = corners.map((corner) => between(corner, point) + margin);
    const mayBeNearer = (ring: number): boolean =>
      lengths.some((length, i) => copies.mayCount(corners[i][0], corners[i][1], block, ring, length));
    for (let ring = 1; (!isExact || mayBeNearer(ring)) && copies.ring(middle[0], middle[1], block, ring, all); ring++)
      if (ring >= MOST || views.length > MOST) return false;
    return true;
  }

  private left(): number[] {
    const { copies, views } = this;
    views.sort((a, b) => a.value - b.value);
    const left: number[] = [];
    for (const view of views) {
      const best = views.find(({ copy }) => copies.isThereWith(copy, view.copy))!;
      if (best === view || !this.isNowhereLess(view, best)) left.push(view.copy);
    }
    const first = left.find((copy) => copies.isThereWith(copy, 0))!;
    return first === left[0] ? left : [first, ...left.filter((copy) => copy !== first)];
  }

  /** Whether one copy has nowhere in the block a lower value than another. */
  private isNowhereLess(view: View, best: View): boolean {
    if (view.value > best.value + this.spread) return true;
    const { inside, outside } = this.field.worth;
    return (
      (outside === "exact" && this.isFurther(view.copy, best.value > 0 ? best.foot : this.middle, 1)) ||
      (inside === "exact" && best.value < 0 && this.isFurther(best.copy, view.value < 0 ? view.foot : this.middle, -1))
    );
  }

  /** Whether all corners are further outside of a copy than from a point; or with the sign -1 inside. */
  private isFurther(copy: number, point: Point, sign: number): boolean {
    for (const corner of this.corners) {
      const value = sign * this.copies.valueAt(copy, corner[0], corner[1]);
      if (!(value >= between(corner, point) + this.margin)) return false;
    }
    return true;
  }
}

function between(a: Point, b: Point): number {
  const dx = a[0] - b[0];
  const dy = a[1] - b[1];
  return Math.sqrt(dx * dx + dy * dy);
}
