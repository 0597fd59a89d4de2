import type { PixelGrid } from "../grid/grid";
import type { Pieces } from "../topology/pieces";
import { startOf } from "../topology/stars";
import { KEPT, type Positions } from "./positions";
import type { HalfEdgeRings } from "./rings";

/**
 * Where a node that had to stay is left out of a ring, because the ring runs straight on there, its neighbours become
 * the ends of the edge that is left: they stay as well.
 */
export function keepBesideStraight(
  grid: PixelGrid,
  pieces: Pieces,
  { halfEdges, first: begins }: HalfEdgeRings,
  corners: Uint8Array,
  { nodeX, nodeY, stays, nodeStays, nodeMoves }: Positions,
): void {
  const { first, last } = pieces;
  const keepNode = (u: number): void => {
    nodeStays[u] = KEPT;
    const x = grid.x(pieces.x[u]);
    const y = grid.y(pieces.y[u]);
    if (nodeX[u] === x && nodeY[u] === y) return;
    nodeX[u] = x;
    nodeY[u] = y;
    nodeMoves[u] = 1;
  };
  for (let r = 0; r + 1 < begins.length; r++) {
    const begin = begins[r];
    const n = begins[r + 1] - begin;
    for (let i = 0; i < n; i++) {
      if (corners[begin + i] || !nodeStays[startOf(pieces, halfEdges[begin + i])]) continue;
      for (const way of [-1, 1])
        for (let k = 1; k <= n; k++) {
          // The half-edge that is walked along next, and the vertex of its run that comes first on this way.
          const h = halfEdges[begin + ((i + (way < 0 ? n - k : k - 1)) % n)];
          const at = begin + ((i + way * k + n) % n);
          if (first[h >> 1] >= 0) {
            stays[(h & 1) === (way < 0 ? 1 : 0) ? first[h >> 1] : last[h >> 1]] = 1;
            break;
          }
          keepNode(startOf(pieces, halfEdges[at]));
          if (corners[at]) break;
        }
    }
  }
}
