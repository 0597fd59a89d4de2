import type { PixelGrid } from "./grid";

/** Positions of nodes in plan units, and how many input vertices had to stay on the grid. */
export interface Positions {
  x: Float64Array;
  y: Float64Array;
  moved: number;
}

/** Nodes and edges closer than this many grid steps keep their places on the grid. */
const CLEARANCE = 3;

/**
 * Puts nodes that are input vertices back to the very coordinates that came in.
 *
 * A return moves a node by at most half a step an axis, and so any point of its edges. It is done only where no other
 * node comes within three steps of those edges and no other edge within three steps of the node: then nothing can
 * change sides, and the result stays valid. `corners` are the rings as nodes; `original` holds x, y or NaN a node.
 */
export function restoreVertices(
  grid: PixelGrid,
  nodeX: Float64Array,
  nodeY: Float64Array,
  corners: readonly number[][],
  original: Float64Array,
): Positions {
  const x = Float64Array.from(nodeX, (column) => grid.x(column));
  const y = Float64Array.from(nodeY, (row) => grid.y(row));
  const wanted = new Uint8Array(x.length);
  let any = false;
  for (const ring of corners)
    for (const node of ring)
      if (!Number.isNaN(original[2 * node]) && (original[2 * node] !== x[node] || original[2 * node + 1] !== y[node])) {
        wanted[node] = 1;
        any = true;
      }
  if (!any) return { x, y, moved: 0 };
  const blocked = crowdedNodes(nodeX, nodeY, corners);
  let moved = 0;
  for (let node = 0; node < x.length; node++) {
    if (!wanted[node]) continue;
    if (blocked[node]) moved++;
    else {
      x[node] = original[2 * node];
      y[node] = original[2 * node + 1];
    }
  }
  return { x, y, moved };
}

function crowdedNodes(x: Float64Array, y: Float64Array, corners: readonly number[][]): Uint8Array {
  const blocked = new Uint8Array(x.length);
  // Nodes are numbered in the order of x, so a sorted list of numbers is sorted by x.
  const nodes = Int32Array.from(new Set(corners.flat())).sort();
  for (const ring of corners)
    ring.forEach((u, i) => {
      const v = ring[(i + 1) % ring.length];
      const minX = Math.min(x[u], x[v]) - CLEARANCE;
      const maxX = Math.max(x[u], x[v]) + CLEARANCE;
      const minY = Math.min(y[u], y[v]) - CLEARANCE;
      const maxY = Math.max(y[u], y[v]) + CLEARANCE;
      const dx = x[v] - x[u];
      const dy = y[v] - y[u];
      const reach = CLEARANCE * Math.hypot(dx, dy) * 1.001;
      for (let k = firstFrom(nodes, x, minX); k < nodes.length && x[nodes[k]] <= maxX; k++) {
        const node = nodes[k];
        if (y[node] < minY || y[node] > maxY || node === u || node === v) continue;
        if (Math.abs(dx * (y[node] - y[u]) - dy * (x[node] - x[u])) > reach) continue;
        blocked[node] = blocked[u] = blocked[v] = 1;
      }
    });
  return blocked;
}

function firstFrom(nodes: Int32Array, x: Float64Array, value: number): number {
  let low = 0;
  let high = nodes.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (x[nodes[middle]] < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
