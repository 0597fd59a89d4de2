import { withEdges } from "../assembly/edges";
import type { BoxTree } from "../box-tree";

/** Samples along a side of a block, as packages/geometry/assembly/memory.ts has it. */
const BLOCK = 256;

/**
 * Writes the distances from samples at all xs and ys, row by row, to the nearest of some edges, of which there is one at least: exact, off by some
 * 1e-16 of the lengths. Where all is further than `reach`, they are that or more. `gap` is asked where a sample lies so near that doubles
 * cannot square its distance.
 */
export function gridDistances(
  tree: BoxTree,
  xs: Float64Array,
  ys: Float64Array,
  reach: number,
  gap: (x: number, y: number) => number,
  values: Float64Array,
): void {
  withEdges(tree, 0, (engine) => {
    for (let r0 = 0; r0 < ys.length; r0 += BLOCK)
      for (let c0 = 0; c0 < xs.length; c0 += BLOCK) {
        const blockXs = xs.subarray(c0, c0 + BLOCK);
        const blockYs = ys.subarray(r0, r0 + BLOCK);
        new Float64Array(engine.memory.buffer, engine.blockXs.value).set(blockXs);
        new Float64Array(engine.memory.buffer, engine.blockYs.value).set(blockYs);
        const isTooNear = engine.measureBlock(blockXs.length, blockYs.length, reach) !== 0;
        const block = new Float64Array(engine.memory.buffer, engine.block.value, BLOCK * BLOCK);
        for (let r = 0; r < blockYs.length; r++) {
          const row = block.subarray(r * BLOCK, r * BLOCK + blockXs.length);
          if (isTooNear) for (let c = 0; c < row.length; c++) if (row[c] < 0) row[c] = gap(blockXs[c], blockYs[r]);
          values.set(row, (r0 + r) * xs.length + c0);
        }
      }
  });
}
