import { COMPILED } from "./compiled";

/** What the compiled part (packages/geometry/assembly) exports; addresses are in bytes. */
export interface Engine {
  memory: { buffer: ArrayBuffer };
  /** Makes tables for numbers of edges, of boxes, of those boxes that hold edges, and for a greatest number of points; empties all. */
  place(edges: number, boxes: number, leaves: number, points: number): void;
  measureEdges(): void;
  /** Whether there may be samples that are left at -1. */
  measureBlock(columns: number, rows: number, reach: number): number;
  nearestEdges(points: number): void;
  /** Sets the slot that forms write their values to. */
  into(slot: number): void;
  /** Where the values of a slot lie. */
  slotAt(slot: number): number;
  placeX: Address;
  placeY: Address;
  setPlaces(x: number, y: number): void;
  /** Sets samples of a grid, from one on, as the places: in a slot and the next. */
  placeSamples(count: number, slot: number, from: number, columns: number, x: number, y: number, cell: number): void;
  /** Distances in closed form; packages/geometry/assembly/forms.ts names the numbers. */
  circle: Form;
  ring: Form;
  box: Form;
  roundedBox: Form;
  capsule: Form;
  arc: Form;
  circularSegment: Form;
  ringSector: Form;
  corners: Form;
  star: Form;
  ellipse: Form;
  outline: Form;
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
  /** Copies around a centre, and on a grid: see packages/geometry/assembly/copies.ts. */
  beginAround: (...frame: number[]) => void;
  seeNearestAround: CopiesEngine["seeNearest"];
  seeBesideAround: CopiesEngine["seeBeside"];
  seeAround: CopiesEngine["see"];
  showNearestAround: CopiesEngine["showNearest"];
  showAround: CopiesEngine["show"];
  beginRepeated: (...frame: number[]) => void;
  seeNearestRepeated: CopiesEngine["seeNearest"];
  seeBesideRepeated: CopiesEngine["seeBeside"];
  seeRepeated: CopiesEngine["see"];
  showNearestRepeated: CopiesEngine["showNearest"];
  showRepeated: CopiesEngine["show"];
  makeRuns(count: number, slot: number, limit: number, lipschitz: number): number;
  keepClose(count: number, slot: number, room: number, from: number, kept: number): number;
  keepLeast(count: number, result: number, slot: number, room: number): void;
  /** How many open runs there are. */
  listed(slot: number): number;
  seen: Address;
  shown: Address;
  block: Address;
  blockXs: Address;
  blockYs: Address;
  children: Address;
  edges: Address;
  found: Address;
  gaps: Address;
  sides: Address;
  xs: Address;
  ys: Address;
}

/** The steps of measuring copies at a list of places: see packages/geometry/assembly/copies.ts. */
export interface CopiesEngine {
  /** Writes the middles of runs in the frames of their nearest copies. */
  seeNearest(runs: number, slot: number): void;
  /** Shows the places to the copies that are nearest to their runs. */
  showNearest(runs: number, slot: number): void;
  /**
   * Adds views of runs, from one on, by the copies beside their nearest ones, ring 1. Returns the run to continue from. The first `stay`
   * open runs, and those of this call that a copy of a later ring may be nearer to, are listed as open.
   */
  seeBeside(from: number, runs: number, stay: number, slot: number, room: number): number;
  /** The same by the copies of later rings for open runs, from an index in their list on. Those that are not listed again are closed. */
  see(from: number, open: number, stay: number, slot: number, room: number, first: number, last: number): number;
  /** Shows the places of the runs of kept views, from one on, to their copies. Returns the view to continue from. */
  show(from: number, kept: number, result: number, slot: number, room: number): number;
}

type Join = (count: number, slot: number, ...numbers: number[]) => void;
type Form = (count: number, ...numbers: number[]) => void;
interface Address {
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
