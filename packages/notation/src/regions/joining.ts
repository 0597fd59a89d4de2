/** Set operations, as they join two sets of regions; `other` is the difference the other way round. */
export type Joining = "union" | "intersection" | "difference" | "other" | "xor";

export const JOININGS: readonly Joining[] = ["union", "intersection", "difference", "other", "xor"];

/** An expression as a tree: a shape by its place, or two expressions joined. */
export type RegionTree = number | { joining: Joining; a: RegionTree; b: RegionTree };

export function joined(joining: Joining, a: number, b: number): number {
  switch (joining) {
    case "union":
      return a | b;
    case "intersection":
      return a & b;
    case "difference":
      return a & ~b;
    case "other":
      return b & ~a;
    case "xor":
      return a ^ b;
  }
}

/** What b has to be for `a joining b` to be as wanted where that matters; null where no b will do. */
export function restOf(
  joining: Joining,
  a: number,
  care: number,
  wanted: number,
): { care: number; wanted: number } | null {
  switch (joining) {
    case "union":
      return a & care & ~wanted ? null : { care: care & ~a, wanted: wanted & ~a };
    case "intersection":
      return wanted & ~a ? null : { care: care & a, wanted };
    case "difference":
      return wanted & ~a ? null : { care: care & a, wanted: care & a & ~wanted };
    case "other":
      return wanted & a ? null : { care: care & ~a, wanted };
    case "xor":
      return { care, wanted: wanted ^ (a & care) };
  }
}
