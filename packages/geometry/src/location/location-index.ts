import { orientation } from "../numeric";
import { type FillRule, filled, type Operand } from "../polygon";
import { cellGrid } from "./build-cells";
import { type CellGrid, HAS_EDGES } from "./cell-grid";
import { sideOf } from "./side-of";
import { ON_EDGE } from "./turn-around";

/** `winding` is how often the rings go around the point, from +x towards +y counted positive; 0 on the boundary. */
export interface Location {
  readonly side: "inside" | "outside" | "boundary";
  readonly winding: number;
}

export interface LocationIndex {
  /** Where a point lies. Equal answers are one object: asking allocates nothing. */
  locate(x: number, y: number): Location;
  /** For points x0 y0 x1 y1 …: 1 inside, 0 boundary, −1 outside. */
  locateAll(points: Float64Array): Int8Array;
}

/** Answers for winding numbers up to this, either way, are made beforehand. */
const KNOWN = 8;
const ANSWERS = { nonzero: answersOf("nonzero"), evenodd: answersOf("evenodd") };
const BOUNDARY: Location = { side: "boundary", winding: 0 };

/**
 * Prepares a shape for many questions of `locatePoint`'s kind, with the same answers: a grid of cells, each with the edges that
 * come into it and the winding number at one corner (cell-grid.ts). A question follows a way of two legs from there to the
 * point and counts the edges that it crosses, all decided exactly. O(n) to build where edges are short, no more than
 * about 24 entries an edge; a question costs as many edges as come into its cell.
 */
export function locationIndex(shape: Operand): LocationIndex {
  return new GridIndex(cellGrid(shape.rings), shape.fillRule);
}

class GridIndex implements LocationIndex {
  private readonly answers: Location[];

  constructor(
    private readonly grid: CellGrid | null,
    private readonly rule: FillRule,
  ) {
    this.answers = ANSWERS[rule];
  }

  locate(x: number, y: number): Location {
    const winding = this.grid === null ? 0 : windingOf(this.grid, x, y);
    if (winding === ON_EDGE) return BOUNDARY;
    return winding >= -KNOWN && winding <= KNOWN ? this.answers[winding + KNOWN] : answerOf(winding, this.rule);
  }

  locateAll(points: Float64Array): Int8Array {
    const sides = new Int8Array(points.length >> 1);
    for (let i = 0; i < sides.length; i++) {
      const winding = this.grid === null ? 0 : windingOf(this.grid, points[2 * i], points[2 * i + 1]);
      sides[i] = winding === ON_EDGE ? 0 : filled(winding, this.rule) ? 1 : -1;
    }
    return sides;
  }
}

function answersOf(rule: FillRule): Location[] {
  return Array.from({ length: 2 * KNOWN + 1 }, (_, i) => answerOf(i - KNOWN, rule));
}

function answerOf(winding: number, rule: FillRule): Location {
  return { side: filled(winding, rule) ? "inside" : "outside", winding };
}

/** The cell of a point, −1 outside of all: what is computed may be one off, and is put right by the lines themselves. */
export function cellOf({ columns, rows, gx, gy, perX, perY }: CellGrid, x: number, y: number): number {
  if (!(x >= gx[0] && x <= gx[columns] && y >= gy[0] && y <= gy[rows])) return -1;
  return placeAlong(gy, rows, perY, y) * columns + placeAlong(gx, columns, perX, x);
}

function placeAlong(lines: Float64Array, count: number, per: number, value: number): number {
  let i = ((value - lines[0]) * per) | 0;
  if (i >= count) i = count - 1;
  if (value < lines[i]) return i - 1;
  return i + 1 < count && value >= lines[i + 1] ? i + 1 : i;
}

/** The winding number at a point, or {@link ON_EDGE}. */
export function windingOf(grid: CellGrid, x: number, y: number): number {
  const { columns, rows, gx, gy, perX, perY, codes } = grid;
  if (!(x >= gx[0] && x <= gx[columns] && y >= gy[0] && y <= gy[rows])) return 0;
  // Rounding may put it into the cell beside its own, which knows the edges a little beyond its sides as well.
  let i = ((x - gx[0]) * perX) | 0;
  if (i >= columns) i = columns - 1;
  let j = ((y - gy[0]) * perY) | 0;
  if (j >= rows) j = rows - 1;
  const cell = j * columns + i;
  const code = codes[cell];
  return (code & HAS_EDGES) === 0 ? code >> 1 : windingAmong(grid, cell, gx[i], gy[j], x, y);
}

/**
 * The same, in a cell with edges, whose corner is (cx, cy). Apart, so that V8 builds the rest into the loops of those who ask; this
 * is larger than what it builds in, and so has the predicates built in itself.
 */
function windingAmong(grid: CellGrid, cell: number, cx: number, cy: number, x: number, y: number): number {
  const { edges, starts, entries, codes } = grid;
  const first = starts[cell];
  const last = starts[cell + 1];
  let winding = codes[cell] >> 1;
  for (let k = first; k < last; k++) {
    const e = entries[k];
    const ax = edges[e];
    const ay = edges[e + 1];
    const bx = edges[e + 2];
    const by = edges[e + 3];
    // Whether the line of the edge's leg is met, by half-open rules: the way is pushed as the corner is.
    const meetsLevel = ay <= cy !== by <= cy;
    const meetsUpright = ax <= x !== bx <= x;
    if (!meetsLevel && !meetsUpright) {
      // Beside the way; it may still end on the point.
      if ((ax === x && ay === y) || (bx === x && by === y)) return ON_EDGE;
      if (ax === x && bx === x && ay <= y !== by <= y) return ON_EDGE;
      continue;
    }
    const atTurn = sideOf(ax, ay, bx, by, x, cy);
    if (meetsUpright) {
      const here = orientation(ax, ay, bx, by, x, y);
      if (here === 0) return ON_EDGE;
      winding += (here - atTurn) / 2;
    } else if (ax === x || bx === x) {
      if (orientation(ax, ay, bx, by, x, y) === 0 && Math.min(ay, by) <= y && y <= Math.max(ay, by)) return ON_EDGE;
    }
    if (meetsLevel) winding += (atTurn - sideOf(ax, ay, bx, by, cx, cy)) / 2;
  }
  return winding;
}
