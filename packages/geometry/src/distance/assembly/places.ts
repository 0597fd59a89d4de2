import type { Grid } from "../field";
import { type Engine, makeEngine } from "./engine";

/** So many places are measured together, as packages/geometry/assembly/places.ts has it: few enough to stay in the processor's own memory. */
export const TOGETHER = 8192;

/** Numbers of a table. */
export const TABLE = 4096;

/** Numbers of all cells of copies, of a table of these, and of lists of them. */
export const CELLS = { cells: 2 * 64 * 64, table: 8192, lists: 2 ** 18 };

/** Numbers of all forms that are known, at most. */
export const FORMS = 2 ** 19;

/** Lists of places within the compiled part, and slots for their values. */
export interface Places {
  engine: Engine;
  count: number;
  /** The blocks of the grid that is measured block by block. */
  blocks: Blocks | null;
  /** Whether something is what was last said to be known of copies. */
  knows(known: object): boolean;
  /** Writes what is known of copies: all cells, a table of the copies, and lists of them. */
  setCells(known: object, cells: Int32Array, table: Float64Array, lists: Int32Array): void;
  /** Gives a form the numbers that are as many as it has parts: TABLE at most. */
  setTable(numbers: Float64Array): void;
  /** Where the compiled part has the numbers of some forms, FORMS at most. */
  formsAt(numbers: Float64Array): number;
  /** Writes into a slot the values that a list gives at the places. */
  measureList(list: List, slot: number): void;
}

/** Square blocks of samples of a grid, one of which begins at x y. */
export interface Blocks {
  x: number;
  y: number;
  width: number;
  /** The longer side of the grid. */
  size: number;
}

/** Writes the values at many places; not by way of `Places`, which are in use meanwhile. */
export type List = (xs: Float64Array, ys: Float64Array, values: Float64Array) => void;

/** Leaves the values at the places in a slot, and the places as they were; the slots from `free` on may be used. */
export type Measure = (places: Places, slot: number, free: number) => void;

/** Changes the values in a slot, by those in another one if it joins the two. */
export type Change = (places: Places, slot: number, other: number) => void;

/** Slots for the places, and for their values; the first that measures may use. */
const X = 0;
const Y = 1;
const VALUES = 2;
const FREE = 3;

/** Measures many places. */
export function measurePlaces(measure: Measure, xs: Float64Array, ys: Float64Array, values: Float64Array): void {
  const places = keptPlaces();
  const { engine } = places;
  for (let from = 0; from < xs.length; from += TOGETHER) {
    const to = Math.min(xs.length, from + TOGETHER);
    places.count = to - from;
    places.view(X).set(xs.subarray(from, to));
    places.view(Y).set(ys.subarray(from, to));
    engine.beginPlaces(engine.slotAt(X), engine.slotAt(Y), false);
    measure(places, VALUES, FREE);
    values.set(places.view(VALUES).subarray(0, to - from), from);
  }
}

/** Measures all samples of a grid, row by row. */
export function measureSamples(measure: Measure, { x, y, cell, columns }: Grid, values: Float64Array): Float64Array {
  const places = keptPlaces();
  const { engine } = places;
  // Whole rows have the same x each time.
  const together = columns > TOGETHER ? TOGETHER : TOGETHER - (TOGETHER % columns);
  for (let from = 0; from < values.length; from += together) {
    places.count = Math.min(together, values.length - from);
    if (from === 0 || columns > TOGETHER) engine.placeColumns(places.count, X, from, columns, x, cell);
    engine.placeRows(places.count, Y, from, columns, y, cell);
    engine.beginPlaces(engine.slotAt(X), engine.slotAt(Y), false);
    measure(places, VALUES, FREE);
    values.set(places.view(VALUES).subarray(0, places.count), from);
  }
  return values;
}

/** Samples along the sides of a tile, and of a block of tiles, as packages/geometry/assembly/places.ts has them. */
const TILE = 8;
const BLOCK = 64;

/** Measures all samples of a grid, tile by tile. */
export function measureTiles(measure: Measure, grid: Grid, values: Float64Array): Float64Array {
  const { placeTiles: place, unrollTiles: unroll } = keptPlaces().engine;
  return measureParts(measure, grid, values, { width: TOGETHER / TILE, height: TILE, place, unroll });
}

/** Measures all samples of a grid, block by block, each in an order in which places that follow each other lie close together. */
export function measureBlocks(measure: Measure, grid: Grid, values: Float64Array): Float64Array {
  const places = keptPlaces();
  const { placeBlock: place, unrollBlock: unroll } = places.engine;
  const { x, y, cell, columns, rows } = grid;
  places.blocks = { x, y, width: BLOCK * cell, size: Math.max(columns, rows) * cell };
  measureParts(measure, grid, values, { width: BLOCK, height: BLOCK, place, unroll });
  places.blocks = null;
  return values;
}

interface Parts {
  width: number;
  height: number;
  place: Engine["placeBlock"];
  unroll: Engine["unrollBlock"];
}

/** Parts beside each other are unrolled into a band as wide as the grid: it takes longer to write into rows that lie far apart. */
function measureParts(measure: Measure, grid: Grid, values: Float64Array, parts: Parts): Float64Array {
  const { x, y, cell, columns, rows } = grid;
  const { width, height, place, unroll } = parts;
  const places = keptPlaces();
  const { engine } = places;
  const free = FREE + Math.ceil((columns * height) / TOGETHER);
  // There has to be memory up to there.
  engine.slotAt(free);
  for (let top = 0; top < rows; top += height) {
    const down = Math.min(height, rows - top);
    for (let left = 0; left < columns; left += width) {
      const across = Math.min(width, columns - left);
      places.count = across * down;
      place(X, left, top, across, down, x, y, cell);
      const isWhole = down % TILE === 0 && (across % TILE === 0 || down === TILE);
      engine.beginPlaces(engine.slotAt(X), engine.slotAt(Y), isWhole);
      measure(places, VALUES, free);
      unroll(VALUES, across, down, engine.slotAt(FREE) + 8 * left, columns);
    }
    const band = new Float64Array(engine.memory.buffer, engine.slotAt(FREE), down * columns);
    values.set(band, top * columns);
  }
  return values;
}

/** Changes values, by others where there are any. */
export function changeValues(change: Change, values: Float64Array, others?: Float64Array): void {
  const places = keptPlaces();
  for (let from = 0; from < values.length; from += TOGETHER) {
    const to = Math.min(values.length, from + TOGETHER);
    places.count = to - from;
    places.view(VALUES).set(values.subarray(from, to));
    if (others) places.view(FREE).set(others.subarray(from, to));
    change(places, VALUES, FREE);
    values.set(places.view(VALUES).subarray(0, to - from), from);
  }
}

let kept: KeptPlaces | undefined;

function keptPlaces(): KeptPlaces {
  return (kept ??= new KeptPlaces());
}

class KeptPlaces implements Places {
  count = 0;
  blocks: Blocks | null = null;
  engine = makeEngine();
  private known?: object;
  private forms = new Map<Float64Array, number>();
  private formsEnd = 0;
  private buffer?: ArrayBuffer;
  private views: Float64Array[] = [];
  private table!: Float64Array;

  constructor() {
    // What does not lie in slots lies where edges would.
    this.engine.place((8 * (TABLE + CELLS.table + FORMS) + 4 * (CELLS.cells + CELLS.lists)) / 32, 0, 0, 0);
    const { table, cells, lists } = this.cellViews();
    this.engine.setCells(cells.byteOffset, table.byteOffset, lists.byteOffset);
  }

  knows(known: object): boolean {
    return this.known === known;
  }

  setCells(known: object, cells: Int32Array, table: Float64Array, lists: Int32Array): void {
    this.known = known;
    const views = this.cellViews();
    views.cells.set(cells);
    views.table.set(table);
    views.lists.set(lists);
  }

  formsAt(numbers: Float64Array): number {
    const behind = this.engine.edges.value + 8 * (TABLE + CELLS.table) + 4 * (CELLS.cells + CELLS.lists);
    let first = this.forms.get(numbers);
    if (first === undefined) {
      if (this.formsEnd + numbers.length > FORMS) {
        this.forms.clear();
        this.formsEnd = 0;
      }
      first = this.formsEnd;
      this.formsEnd += numbers.length;
      this.forms.set(numbers, first);
      new Float64Array(this.engine.memory.buffer, behind + 8 * first, numbers.length).set(numbers);
    }
    return behind + 8 * first;
  }

  private cellViews() {
    const { memory, edges } = this.engine;
    const table = new Float64Array(memory.buffer, edges.value + 8 * TABLE, CELLS.table);
    const behind = table.byteOffset + table.byteLength;
    const cells = new Int32Array(memory.buffer, behind, CELLS.cells);
    return { table, cells, lists: new Int32Array(memory.buffer, behind + cells.byteLength, CELLS.lists) };
  }

  /** The values of a slot, until memory grows. */
  view(slot: number): Float64Array {
    const at = this.engine.slotAt(slot);
    this.look();
    return (this.views[slot] ??= new Float64Array(this.engine.memory.buffer, at, TOGETHER));
  }

  setTable(numbers: Float64Array): void {
    this.look();
    this.table.set(numbers);
  }

  measureList(list: List, slot: number): void {
    const { engine, count } = this;
    const to = engine.slotAt(slot);
    const [xs, ys, values] = [engine.placeX.value, engine.placeY.value, to].map(
      (at) => new Float64Array(engine.memory.buffer, at, count),
    );
    list(xs, ys, values);
  }

  /** Memory is another one whenever it grew. */
  private look(): void {
    const { memory, edges } = this.engine;
    if (this.buffer === memory.buffer) return;
    this.buffer = memory.buffer;
    this.views = [];
    this.table = new Float64Array(memory.buffer, edges.value, TABLE);
  }
}
