import type { Joining, RegionTree } from "./joining";

/** An expression for the wanted ones among regions, told by masks of shapes; null where none is wanted. */
type Solve = (masks: readonly number[], wanted: readonly boolean[]) => RegionTree | null;

/**
 * An expression for the wanted regions, from expressions on all other shapes: one for the regions outside of a shape, and
 * one for what those inside of it have in place of that (C. E. Shannon, "The synthesis of two-terminal switching circuits",
 * 1949; with exclusive or M. Davio, 1971). The one with the fewest operands of those that such a split allows.
 */
export function splitByShape(
  shape: number,
  masks: readonly number[],
  wanted: readonly boolean[],
  solve: Solve,
): RegionTree {
  const part = (isInside: boolean): Half => {
    const places = [...masks.keys()].filter((i) => (((masks[i] >> shape) & 1) === 1) === isInside);
    return { masks: places.map((i) => masks[i] & ~(1 << shape)), wanted: places.map((i) => wanted[i]) };
  };
  const [outside, inside] = [part(false), part(true)];
  const found: RegionTree[] = [];
  const offer = (tree: RegionTree | null): void => {
    if (tree !== null) found.push(tree);
  };
  const low = solve(outside.masks, outside.wanted);
  const high = withinShape(shape, inside, solve);
  offer(join("union", low === null ? null : join("difference", low, shape), high));
  // What is there anyhow needs not be taken away where all of it is wanted inside as well.
  if (inside.masks.every((mask, i) => inside.wanted[i] || !holds(low, mask))) offer(join("union", low, high));
  offer(join("xor", low, withinShape(shape, changed(inside, low), solve)));
  if (!inside.masks.some((mask, i) => mask === 0 && inside.wanted[i])) {
    const among = [...inside.masks.keys()].filter((i) => inside.masks[i] !== 0);
    const all = solve(
      among.map((i) => inside.masks[i]),
      among.map((i) => inside.wanted[i]),
    );
    const other = changed(outside, all);
    const rest = solve(other.masks, other.wanted);
    offer(join("xor", all, rest === null ? null : join("difference", rest, shape)));
  }
  return found.reduce((a, b) => (operandsIn(b) < operandsIn(a) ? b : a));
}

export function operandsIn(tree: RegionTree): number {
  return typeof tree === "number" ? 1 : operandsIn(tree.a) + operandsIn(tree.b);
}

/** Regions on one side of the shape, told by the other shapes that they lie in. */
interface Half {
  masks: readonly number[];
  wanted: readonly boolean[];
}

/** What of a shape's inside is wanted; the shape without the others where the part in no other shape is. */
function withinShape(shape: number, { masks, wanted }: Half, solve: Solve): RegionTree | null {
  const alone = masks.indexOf(0);
  const isTurned = alone >= 0 && wanted[alone];
  const rest = [...masks.keys()].filter((i) => i !== alone);
  const tree = solve(
    rest.map((i) => masks[i]),
    rest.map((i) => wanted[i] !== isTurned),
  );
  if (isTurned) return tree === null ? shape : join("difference", shape, tree);
  return tree === null ? null : join("intersection", tree, shape);
}

/** Where it is to be other than an expression says. */
function changed({ masks, wanted }: Half, tree: RegionTree | null): Half {
  return { masks, wanted: masks.map((mask, i) => wanted[i] !== holds(tree, mask)) };
}

/** Whether an expression selects what lies in the shapes of a mask. */
function holds(tree: RegionTree | null, mask: number): boolean {
  if (tree === null) return false;
  if (typeof tree === "number") return ((mask >> tree) & 1) === 1;
  const [a, b] = [holds(tree.a, mask), holds(tree.b, mask)];
  return { union: a || b, intersection: a && b, difference: a && !b, other: b && !a, xor: a !== b }[tree.joining];
}

function join(joining: Joining, a: RegionTree | null, b: RegionTree | null): RegionTree | null {
  if (a === null || b === null) return a ?? b;
  return { joining, a, b };
}
