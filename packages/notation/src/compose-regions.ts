import { RegionSets, type RegionTree } from "./region-sets";

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

/**
 * The expression of set operations on shapes with the fewest operands that selects the wanted regions and no other;
 * regions that are empty, which are not listed, take no part. Null when nothing is wanted. Where it takes more operands
 * than are looked for (region-sets.ts: eight, with five shapes that all overlap), one that is right but may be longer.
 */
export function fewestOperands(
  names: readonly string[],
  regions: readonly RegionKey[],
  wanted: readonly number[],
): Composed | null {
  if (wanted.length === 0) return null;
  const found = regions.length <= MOST_REGIONS ? setsOf(names.length, regions).fewest(setOf(wanted)) : null;
  const term = found === null ? oneByOne(names, regions, wanted) : termOf(found, names);
  return { expression: written(term), isFewest: found !== null };
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

function written(term: Term): string {
  if (typeof term === "string") return term;
  return term.parts.map((part) => (typeof part === "string" ? part : `(${written(part)})`)).join(` ${term.operation} `);
}
