import type { Affine } from "../../path";
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
  /** Cells that are learnt together with one. */
  blockOf(column: number, row: number): Block;
  /** Whether all copies have one value at a corner of a block: no rule can tell there that one of them does not count. */
  areAlike(block: Block): boolean;
  /** Of each line between rows a place on it and a way along it: x, y, dx, dy. */
  lines: Float64Array;
  /** How many of these ways it is to each line between columns. */
  ways: Float64Array;
  /**
   * Shows a place of a block of cells to the copies of a ring around the own one: ring 0 is the copy itself, ring 1 its neighbours, and so
   * on. False where none of this ring or of one further out is there, or can have a value below `views.value`.
   */
  ring(x: number, y: number, block: Block, ring: number, views: Views): boolean;
  /** Whether a copy of a ring, or of one further out, is there and may have a value below `value`. */
  mayCount(x: number, y: number, block: Block, ring: number, value: number): boolean;
  /** How the given shape is moved to a copy. */
  placeOf(copy: number): Affine;
  /** Where copies may be missing each is numbered by {@link copyAt}, and those between it and the own one are there if it is. */
  mayMiss: boolean;
}

/** The number of a copy on a grid by how many columns and rows it lies further on, each below 2^15. */
export function copyAt(columns: number, rows: number): number {
  return (rows << 16) | (columns & 0xffff);
}

export function columnOf(copy: number): number {
  return (copy << 16) >> 16;
}

export function rowOf(copy: number): number {
  return copy >> 16;
}

type Point = [x: number, y: number];

/** Cells in columns and rows, from a first one of each up to before a last one. */
export interface Block {
  column: number;
  row: number;
  columnEnd: number;
  rowEnd: number;
}

/** Copies and rings that are asked at most: as many whole numbers as the compiled part has room for in a slot. */
const MOST = 2 ** 13;

/** What differs by more than this part of the sizes differs in truth, and not by rounding only. */
const ROUNDING = 2 ** -44;

/**
 * The copies that may have the least value at a place of a block, as far as the boxes around them tell; the own copy is the first one. Null
 * where they are too many.
 */
export function copiesAround(field: DistanceField, copies: CopiesInCells, block: Block): readonly number[] | null {
  const { column, row, columnEnd, rowEnd } = block;
  const corners = [column, columnEnd].flatMap((i) => [row, rowEnd].map((j) => cornerOf(copies, i, j)));
  const x = corners.reduce((sum, [cx]) => sum + cx / 4, 0);
  const y = corners.reduce((sum, [, cy]) => sum + cy / 4, 0);
  const slope = { x: 0, y: 0 };
  const own = field.at(x, y, slope);
  const found = [0];
  const all: Views = {
    value: own + 2 * Math.max(1, field.lipschitz) * Math.max(...corners.map((corner) => lengthTo(corner, x, y))),
    see: (_u, _v, copy) => found.push(copy),
  };
  const isExact = field.worth.outside === "exact";
  // A point of the own copy, or how far it is from that: in the middle of a ring no gradient leads to one.
  const [footX, footY] = own > 0 ? [x - own * slope.x, y - own * slope.y] : [x, y];
  const rest = Math.max(0, field.at(footX, footY));
  const margin = ROUNDING * (sizeOf(field) + Math.max(...corners.flat().map(Math.abs)));
  const lengths = corners.map((corner) => lengthTo(corner, footX, footY) + rest + margin);
  const mayBeNearer = (ring: number): boolean =>
    corners.some(([cx, cy], i) => copies.mayCount(cx, cy, block, ring, lengths[i]));
  for (let ring = 1; (!isExact || mayBeNearer(ring)) && copies.ring(x, y, block, ring, all); ring++)
    if (ring >= MOST || found.length > MOST) return null;
  return found;
}

/** How far a shape reaches from the origin. */
export function sizeOf(field: DistanceField): number {
  const box = field.within(0);
  return box ? Math.max(Math.abs(box.minX), Math.abs(box.minY), Math.abs(box.maxX), Math.abs(box.maxY)) : 0;
}

function cornerOf({ lines, ways }: CopiesInCells, column: number, row: number): Point {
  const at = 4 * row;
  return [lines[at] + ways[column] * lines[at + 2], lines[at + 1] + ways[column] * lines[at + 3]];
}

function lengthTo([cx, cy]: Point, x: number, y: number): number {
  return Math.hypot(cx - x, cy - y);
}
