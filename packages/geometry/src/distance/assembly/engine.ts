import { COMPILED } from "./compiled";

/** What the compiled part (packages/geometry/assembly) exports; addresses are in bytes. */
export interface Engine {
  memory: { buffer: ArrayBuffer };
  /** Makes tables for numbers of edges, of boxes, of those boxes that hold edges, and for a greatest number of points; empties all. */
  place(edges: number, boxes: number, leaves: number, points: number): void;
  measureEdges(): void;
  /** Whether there may be samples that are left at -1. */
  measureBlock(columns: number, rows: number, reach: number): number;
  /** Whether the points were moved; distances are then, too, but not edges. */
  nearestEdges(points: number): number;
  pointDistances(points: number): number;
  curveDistances(points: number, stretches: number): number;
  /** How many runs there are of points on one side. */
  runsOfSides(points: number, size: number): number;
  /** Sets the slot that forms write their values to. */
  into(slot: number): void;
  /** Where the values of a slot lie. */
  slotAt(slot: number): number;
  placeX: Address;
  placeY: Address;
  setPlaces(x: number, y: number): void;
  /** The same for places of a list that others are found by; whether they are in whole tiles, one behind the other. */
  beginPlaces(x: number, y: number, areInTiles: boolean): void;
  /** Where such places lie. */
  tiles: Address;
  setTiles(x: number): void;
  /** The x, and the y, of samples of a grid from one on, in a slot. */
  placeColumns(count: number, slot: number, from: number, columns: number, x: number, cell: number): void;
  placeRows(count: number, slot: number, from: number, columns: number, y: number, cell: number): void;
  /**
   * The x and the y of up to eight rows of samples tile by tile, in a slot and the next one; and values row by row again, in rows that begin
   * somewhere and lie `stride` values apart.
   */
  placeTiles: PlaceSamples;
  unrollTiles: UnrollValues;
  /** And of a block of tiles. */
  placeBlock: PlaceSamples;
  unrollBlock: UnrollValues;
  /** Measures a form, whose numbers lie somewhere: see packages/geometry/assembly/form.ts. */
  measureForm(form: number, count: number): void;
  outline: (count: number, ...numbers: number[]) => void;
  /** What is composed, in a slot, with another: see packages/geometry/assembly/joins.ts. */
  lesser: Join;
  greater: Join;
  oneOnly: Join;
  parabolaBlend: Join;
  circleBlend: Join;
  turnOver: Join;
  less: Join;
  sizeLess: Join;
  seePlaces: Join;
  scaled: Join;
  noNearer: Join;
  /** Copies around a centre, and on a grid: see packages/geometry/assembly/copies.ts. First where all cells, a table of copies and lists lie. */
  setCells(cells: number, table: number, lists: number): void;
  beginAround: (...frame: number[]) => void;
  locateAround: CopiesEngine["locate"];
  showAround: CopiesEngine["show"];
  beginRepeated: (...frame: number[]) => void;
  locateRepeated: CopiesEngine["locate"];
  showRepeated: CopiesEngine["show"];
  keepLeast(count: number, runs: number, rank: number, result: number, slot: number): void;
  /** Which fields may have the least value in which runs of places: see packages/geometry/assembly/least-of.ts. */
  middlesOfRuns(count: number, slot: number): number;
  middleX: Address;
  middleY: Address;
  radius: Address;
  keepMiddles(runs: number, field: number, lipschitz: number, slot: number): void;
  askedX: Address;
  askedY: Address;
  placesToAsk(count: number, runs: number, field: number, slot: number): number;
  keepAsked(asked: number, result: number, slot: number): void;
  /** The same for forms alone: see packages/geometry/assembly/forms-near.ts and least-of-forms.ts. */
  formsNear(
    all: number,
    list: number,
    end: number,
    otherX: number,
    otherY: number,
    x: number,
    y: number,
    radius: number,
  ): number;
  quartersNear(all: number, list: number, end: number, x: number, y: number, width: number, radius: number): number;
  quarterEnds: Address;
  leastAtEach(
    first: number,
    last: number,
    all: number,
    list: number,
    end: number,
    otherX: number,
    otherY: number,
    result: number,
  ): number;
  leastOfForms(
    count: number,
    runs: number,
    all: number,
    list: number,
    end: number,
    result: number,
    slot: number,
  ): number;
  /** Which copies count in which blocks of cells: see packages/geometry/assembly/candidates.ts. */
  beginBlocks(
    blocks: number,
    copies: number,
    slot: number,
    isExactOutside: boolean,
    isExactInside: boolean,
    lipschitz: number,
    size: number,
  ): number;
  pointsOfBlocks(): void;
  seeAs(a: number, b: number, c: number, d: number, e: number, f: number): void;
  listPoints(before: number): void;
  keepValues(first: number, count: number): void;
  orderCopies(): void;
  listBeside(copy: number, before: number): number;
  listFeet(copy: number, before: number): number;
  keepRests(copy: number, before: number): number;
  leaveCandidates(): void;
  steps: Address;
  lists: Address;
  /** How many places, and runs of them, several copies are asked for, how many places are far, and how many are shown. */
  several: Address;
  runs: Address;
  /** How many copies a run is shown to at most. */
  mostOfRun: Address;
  far: Address;
  shown: Address;
  block: Address;
  blockXs: Address;
  blockYs: Address;
  children: Address;
  edges: Address;
  found: Address;
  gaps: Address;
  order: Address;
  begins: Address;
  sides: Address;
  xs: Address;
  ys: Address;
}

/** The steps of measuring copies at a list of places: see packages/geometry/assembly/copies.ts. */
export interface CopiesEngine {
  /**
   * Writes places in the frames of the first copies of their cells, and lists those for which that is not enough. Returns a cell that has to
   * be learnt first, or -1.
   */
  locate(count: number, slot: number): number;
  /** Shows places that several copies are asked for to the next one, if that is near enough. Returns how many of them have one. */
  show(count: number, runs: number, rank: number, result: number, slot: number): number;
}

type PlaceSamples = (
  slot: number,
  left: number,
  top: number,
  columns: number,
  rows: number,
  x: number,
  y: number,
  cell: number,
) => void;
type UnrollValues = (slot: number, columns: number, rows: number, to: number, stride: number) => void;
type Join = (count: number, slot: number, ...numbers: number[]) => void;
export interface Address {
  value: number;
}

// Every browser and Node.js have these; the language's own library does not tell of them.
declare function atob(text: string): string;
declare const WebAssembly: {
  Module: new (bytes: Uint8Array) => object;
  Instance: new (module: object) => { exports: unknown };
};

let compiled: object | undefined;

/** One with tables of its own. */
export function makeEngine(): Engine {
  compiled ??= compile();
  return new WebAssembly.Instance(compiled).exports as Engine;
}

function compile(): object {
  const bytes = Uint8Array.from(atob(COMPILED), (letter) => letter.charCodeAt(0));
  try {
    return new WebAssembly.Module(bytes);
  } catch (error) {
    throw new Error("distances of many places need WebAssembly with SIMD, which this browser lacks or forbids", {
      cause: error,
    });
  }
}
