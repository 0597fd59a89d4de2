import { faultsOf } from "./check";
import type { Run } from "./derived/run";
import { pairOf } from "./families";

/** The four operations on a random pair of operands, by the number of the case. */
export function setCase(seed: number, index: number): Run & { operation: string } {
  const { family, a, b } = pairOf(seed, index);
  const start = performance.now();
  const faults = faultsOf(a, b);
  const size = [...a.rings, ...b.rings].reduce((sum, ring) => sum + ring.length / 2, 0);
  return { operation: family, input: "", size, milliseconds: performance.now() - start, faults };
}
