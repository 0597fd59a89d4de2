import type { BoxTree } from "../box-tree";
import { FAN } from "../box-tree";
import { COMPILED } from "./compiled";

/** What the compiled part (packages/geometry/assembly) exports; addresses are in bytes. */
interface Exports {
  memory: { buffer: ArrayBuffer };
  /** Lays out tables for edges, boxes, boxes that hold edges, and so many points or fewer; all that was there is lost. */
  place(edges: number, boxes: number, leaves: number, points: number): void;
  measureEdges(): void;
  /** Whether there may be samples that are left at -1. */
  measureBlock(columns: number, rows: number, reach: number): number;
  nearestEdges(points: number): void;
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
interface Address {
  value: number;
}

// Every browser and Node.js have these; the language's own library does not tell of them.
declare function atob(text: string): string;
declare const WebAssembly: {
  Module: new (bytes: Uint8Array) => object;
  Instance: new (module: object) => { exports: unknown };
};

/** One with more memory is not kept. */
const KEPT = 1 << 25;

let compiled: object | undefined;
/** What was used last, with the edges that lie in its tables. */
let kept: { engine: Exports; tree: BoxTree; points: number } | undefined;

/** Uses the compiled part with some edges in its tables, and room for some points. */
export function withEdges<T>(tree: BoxTree, points: number, use: (engine: Exports) => T): T {
  const last = kept;
  kept = undefined;
  const engine = last?.engine ?? made();
  const isLoaded = last?.tree === tree && points <= last.points;
  if (!isLoaded) load(engine, tree, points);
  const result = use(engine);
  if (engine.memory.buffer.byteLength <= KEPT) kept = { engine, tree, points: isLoaded ? last.points : points };
  return result;
}

function made(): Exports {
  compiled ??= new WebAssembly.Module(Uint8Array.from(atob(COMPILED), (letter) => letter.charCodeAt(0)));
  return new WebAssembly.Instance(compiled).exports as Exports;
}

function load(engine: Exports, { count, edges, levels }: BoxTree, points: number): void {
  const boxes = levels.reduce((sum, level) => sum + level.length / 4, 0);
  engine.place(count, boxes, levels[0].length / 4, points);
  const { buffer } = engine.memory;
  new Float64Array(buffer, engine.edges.value, 4 * count).set(edges);
  const sides = new Float64Array(buffer, engine.sides.value, 4 * boxes);
  const children = new Int32Array(buffer, engine.children.value, 2 * boxes);
  let at = 0;
  let below = 0;
  let belowEnd = count;
  for (const level of levels) {
    const n = level.length / 4;
    sides.set(level, 4 * at);
    for (let k = 0; k < n; k++) {
      children[2 * (at + k)] = below + FAN * k;
      children[2 * (at + k) + 1] = Math.min(belowEnd, below + FAN * (k + 1));
    }
    below = at;
    at += n;
    belowEnd = at;
  }
  engine.measureEdges();
}
