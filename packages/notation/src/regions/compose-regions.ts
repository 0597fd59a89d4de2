import type { FiveShapes } from "./five-shapes";
import type { RegionTree } from "./joining";
import { RegionSets } from "./region-sets";
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
  return names.length === SHAPES && regions.length > SOON_MADE;
}

/**
 * The expression of set operations on shapes with the fewest operands that selects the wanted regions and no other;
 * regions that are empty, which are not listed, take no part. Null when nothing is wanted.
 *
 * Up to five shapes it is certain: all sets of at most sixteen regions are made, and more regions of five shapes are looked
 * up in a table, which is to be given where {@link needsFiveShapes} says so. Of more shapes, or without the table, sets
 * are made up to some number of operands (region-sets.ts); beyond it the answer is right, but may be longer.
 */
export function fewestOperands(
  names: readonly string[],
  regions: readonly RegionKey[],
  wanted: readonly number[],
  table?: FiveShapes,
): Composed | null {
  if (wanted.length === 0) return null;
  const found =
    table && needsFiveShapes(names, regions) ? lookedUp(table, regions, wanted) : made(names, regions, wanted);
  const term = found === null ? oneByOne(names, regions, wanted) : termOf(found, names);
  return { expression: written(inOrder(term, names)), isFewest: found !== null };
}

function made(names: readonly string[], regions: readonly RegionKey[], wanted: readonly number[]): RegionTree | null {
  return regions.length <= MOST_REGIONS ? setsOf(names.length, regions).fewest(setOf(wanted)) : null;
}

function lookedUp(table: FiveShapes, regions: readonly RegionKey[], wanted: readonly number[]): RegionTree {
  const masks = regions.map(({ inside }) => setOf(inside));
  return table.fewest(setOf(masks), setOf(wanted.map((region) => masks[region])));
}

/** The last ones are kept: choosing goes on among the same regions. */
let last: { key: string; sets: RegionSets } | null = null;

function setsOf(shapes: number, regions: readonly RegionKey[]): RegionSets {
  const key = `${shapes}: ${regions.map(({ inside }) => inside.join()).join(" ")}`;
  if (last?.key === key) return last.sets;
  const sets = new RegionSets(
    Array.from({ length: shapes }, (_, shape) =>
      setOf(regions.flatMap(({ inside }, i) => (inside.includes(shape) ? [i] : []))),
    ),
    regions.length,
  );
  last = { key, sets };
  return sets;
}

function setOf(regions: readonly number[]): number {
  return regions.reduce((set, region) => set | (1 << region), 0);
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

/** The union of the wanted regions, or all shapes without the others, each region told by all shapes. */
function oneByOne(names: readonly string[], regions: readonly RegionKey[], wanted: readonly number[]): Term {
  const single = (region: number): Term => {
    const { inside } = regions[region];
    const within = inside.map((shape): Term => names[shape]).reduce((a, b) => joined("intersection", a, b));
    return names.filter((_, shape) => !inside.includes(shape)).reduce((a, b) => joined("difference", a, b), within);
  };
  if (2 * wanted.length <= regions.length) return wanted.map(single).reduce((a, b) => joined("union", a, b));
  const all = names.map((name): Term => name).reduce((a, b) => joined("union", a, b));
  const others = regions.flatMap((_, i) => (wanted.includes(i) ? [] : [single(i)]));
  return others.reduce((a, b) => joined("difference", a, b), all);
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
