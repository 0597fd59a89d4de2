import type { FiveShapes } from "./five-shapes";
import type { RegionTree } from "./joining";
import { RegionSets } from "./region-sets";
import { operandsIn, splitByShape } from "./split-by-shape";
import { SHAPES } from "./symmetries";

/** A region of overlapping shapes: the places of the shapes that it lies in, rising. */
export interface RegionKey {
  inside: readonly number[];
}

export interface Composed {
  expression: string;
  /** Whether it is certain that no expression with fewer operands selects the same. */
  isFewest: boolean;
}

/** Sets of regions have a bit for each. */
const MOST_REGIONS = 31;
/** With so many regions all sets are soon made; with more, and five shapes, the table is faster. */
const SOON_MADE = 16;

/** Whether the shortest expression is looked up in the table of five shapes. */
export function needsFiveShapes(names: readonly string[], regions: readonly RegionKey[]): boolean {
  return names.length >= SHAPES && regions.length > SOON_MADE;
}

/**
 * The expression of set operations on shapes with the fewest operands that selects the wanted regions and no other;
 * regions that are empty, which are not listed, take no part. Null when nothing is wanted.
 *
 * Up to five shapes it is certain: all sets of at most sixteen regions are made, and more regions of five shapes are looked
 * up in a table, which is to be given where {@link needsFiveShapes} says so. Of more shapes, or without the table, sets
 * are made up to some number of operands (region-sets.ts); what takes more is put together from expressions on all shapes
 * but one (split-by-shape.ts), and may be longer than need be.
 */
export function fewestOperands(
  names: readonly string[],
  regions: readonly RegionKey[],
  wanted: readonly number[],
  table?: FiveShapes,
): Composed | null {
  const masks = regions.map(({ inside }) => setOf(inside));
  const flags = masks.map((_, i) => wanted.includes(i));
  const found = treeOf(Array.from(names.keys()), masks, flags, table);
  return found && { expression: written(inOrder(termOf(found.tree, names), names)), isFewest: found.isFewest };
}

interface Found {
  tree: RegionTree;
  isFewest: boolean;
}

/** Of some shapes, told by their places, the regions by masks of places: an expression for those that are wanted. */
function treeOf(
  shapes: readonly number[],
  masks: readonly number[],
  wanted: readonly boolean[],
  table?: FiveShapes,
  isPart = false,
): Found | null {
  if (!wanted.includes(true)) return null;
  if (table && shapes.length === SHAPES && masks.length > SOON_MADE) {
    const keys = masks.map((mask) => setOf(shapes.flatMap((shape, i) => ((mask >> shape) & 1 ? [i] : []))));
    const tree = table.fewest(setOf(keys), setOf(keys.filter((_, i) => wanted[i])));
    return { tree: named(tree, shapes), isFewest: true };
  }
  if (masks.length <= (isPart ? SOON_MADE : MOST_REGIONS)) {
    const tree = setsOf(shapes, masks).fewest(setOf(masks.flatMap((_, i) => (wanted[i] ? [i] : []))));
    if (tree !== null) return { tree: named(tree, shapes), isFewest: true };
  }
  const trees = mostEven(shapes, masks, isPart ? 1 : TRIED).map((shape) =>
    splitByShape(shape, masks, wanted, (keys, flags) => {
      const others = shapes.filter((each) => each !== shape);
      return treeOf(others, keys, flags, table, true)?.tree ?? null;
    }),
  );
  return { tree: trees.reduce((a, b) => (operandsIn(b) < operandsIn(a) ? b : a)), isFewest: false };
}

/** By so many shapes a choice of regions is split for trial; its parts by one, as trying each would take too long. */
const TRIED = 3;

/** The shapes that about as many regions lie in as outside of. */
function mostEven(shapes: readonly number[], masks: readonly number[], count: number): number[] {
  const off = (shape: number): number =>
    Math.abs(2 * masks.filter((mask) => (mask >> shape) & 1).length - masks.length);
  return [...shapes].sort((a, b) => off(a) - off(b)).slice(0, count);
}

/** A tree with the places of some shapes for theirs among all. */
function named(tree: RegionTree, shapes: readonly number[]): RegionTree {
  if (typeof tree === "number") return shapes[tree];
  return { ...tree, a: named(tree.a, shapes), b: named(tree.b, shapes) };
}

/** So many are kept: choosing goes on among the same regions. */
const KEPT = 24;
const kept = new Map<string, RegionSets>();

function setsOf(shapes: readonly number[], masks: readonly number[]): RegionSets {
  const key = `${shapes}: ${masks}`;
  const known = kept.get(key);
  if (known) return known;
  const sets = new RegionSets(
    shapes.map((shape) => setOf(masks.flatMap((mask, i) => ((mask >> shape) & 1 ? [i] : [])))),
    masks.length,
  );
  if (kept.size === KEPT) kept.delete(kept.keys().next().value!);
  kept.set(key, sets);
  return sets;
}

function setOf(places: readonly number[]): number {
  return places.reduce((set, place) => set | (1 << place), 0);
}

type Operation = "union" | "intersection" | "difference" | "xor";

/** A name, or terms between which one operation stands. */
type Term = string | { operation: Operation; parts: Term[] };

function termOf(tree: RegionTree, names: readonly string[]): Term {
  if (typeof tree === "number") return names[tree];
  const [a, b] = [termOf(tree.a, names), termOf(tree.b, names)];
  return tree.joining === "other" ? joined("difference", b, a) : joined(tree.joining, a, b);
}

/** Operands of the same operation stand side by side, but for what a difference takes away. */
function joined(operation: Operation, a: Term, b: Term): Term {
  const partsOf = (term: Term): Term[] =>
    typeof term !== "string" && term.operation === operation ? term.parts : [term];
  return { operation, parts: [...partsOf(a), ...(operation === "difference" ? [b] : partsOf(b))] };
}

/** What may stand in any order stands in that of the shapes. */
function inOrder(term: Term, names: readonly string[]): Term {
  if (typeof term === "string") return term;
  const parts = term.parts.map((part) => inOrder(part, names));
  const placeOf = (part: Term): number => (typeof part === "string" ? names.indexOf(part) : placeOf(part.parts[0]));
  if (term.operation !== "difference") parts.sort((a, b) => placeOf(a) - placeOf(b));
  return { ...term, parts };
}

function written(term: Term): string {
  if (typeof term === "string") return term;
  return term.parts.map((part) => (typeof part === "string" ? part : `(${written(part)})`)).join(` ${term.operation} `);
}
