/** A region of overlapping shapes: the places of the shapes that it lies in, rising. */
export interface RegionKey {
  inside: readonly number[];
}

/** More sets of regions than this are not tried: five shapes that all overlap have 2^31. */
const MOST_SETS = 50_000;

/**
 * The expression of set operations on shapes with the fewest operands that selects the wanted regions and no other. All
 * expressions with one operand are tried first, then all with two, and so on, as sets of regions; regions that are empty
 * take no part. Null when nothing is wanted. Where so many shapes overlap that the sets become too many, the union of
 * each wanted region by itself, which is right but longer.
 */
export function fewestOperands(
  names: readonly string[],
  regions: readonly RegionKey[],
  wanted: readonly number[],
): string | null {
  if (wanted.length === 0) return null;
  const target = setOf(wanted);
  const known = new Map<number, Tree>();
  const levels: Tree[][] = [[], []];
  names.forEach((name, shape) => {
    const set = setOf(regions.flatMap(({ inside }, i) => (inside.includes(shape) ? [i] : [])));
    if (set === 0 || known.has(set)) return;
    const tree: Tree = { set, leaves: 1, name, operation: null, parts: [] };
    known.set(set, tree);
    levels[1].push(tree);
  });
  for (let leaves = 2; !known.has(target) && known.size < MOST_SETS; leaves++) {
    levels.push([]);
    const isNew = (set: number): boolean => set !== 0 && !known.has(set);
    const keep = (operation: Operation, a: Tree, b: Tree, set: number): void => {
      const tree = joined(operation, a, b, set);
      known.set(set, tree);
      levels[leaves].push(tree);
    };
    for (let few = 1; few <= leaves - few; few++)
      for (const a of levels[few]) {
        if (known.has(target) || known.size >= MOST_SETS) break;
        for (const b of levels[leaves - few]) {
          if (isNew(a.set | b.set)) keep("union", a, b, a.set | b.set);
          if (isNew(a.set & b.set)) keep("intersection", a, b, a.set & b.set);
          if (isNew(a.set & ~b.set)) keep("difference", a, b, a.set & ~b.set);
          if (isNew(b.set & ~a.set)) keep("difference", b, a, b.set & ~a.set);
          if (isNew(a.set ^ b.set)) keep("xor", a, b, a.set ^ b.set);
        }
      }
    // Sets that no expression tells apart: there is nothing to find.
    if (levels[leaves].length === 0 && leaves > names.length) break;
  }
  return written(known.get(target) ?? oneByOne(names, regions, wanted));
}

type Operation = "union" | "intersection" | "difference" | "xor";

interface Tree {
  /** The regions that it selects, a bit each. */
  set: number;
  leaves: number;
  name: string;
  operation: Operation | null;
  parts: Tree[];
}

function setOf(regions: readonly number[]): number {
  return regions.reduce((set, region) => set | (1 << region), 0);
}

/** Operands of the same operation stand side by side, but for what a difference takes away from. */
function joined(operation: Operation, a: Tree, b: Tree, set: number): Tree {
  const first = a.operation === operation ? a.parts : [a];
  const second = b.operation === operation && operation !== "difference" ? b.parts : [b];
  return { set, leaves: a.leaves + b.leaves, name: "", operation, parts: [...first, ...second] };
}

function oneByOne(names: readonly string[], regions: readonly RegionKey[], wanted: readonly number[]): Tree {
  const leaf = (shape: number): Tree => ({ set: 0, leaves: 1, name: names[shape], operation: null, parts: [] });
  const single = wanted.map((region) => {
    const { inside } = regions[region];
    const within = inside.map(leaf).reduce((a, b) => joined("intersection", a, b, 0));
    const others = names.flatMap((_, shape) => (inside.includes(shape) ? [] : [leaf(shape)]));
    return others.reduce((a, b) => joined("difference", a, b, 0), within);
  });
  return single.reduce((a, b) => joined("union", a, b, 0));
}

function written({ operation, name, parts }: Tree): string {
  if (!operation) return name;
  return parts.map((part) => (part.operation ? `(${written(part)})` : part.name)).join(` ${operation} `);
}
