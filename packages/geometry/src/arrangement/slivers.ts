import { orientation } from "../numeric";
import type { Arrangement } from "./arrange";
import type { Outlines } from "./outlines";
import { separatePieces, straightFirst } from "./pieces";

/**
 * Where edges that do not lie on one line fell together on the grid: x0 y0 x1 y1 of each stretch, from the lesser end to
 * the greater one. What lay between them was narrower than the grid, and is gone.
 */
export function closedSlivers({ grid, outlines, meetings, bends }: Arrangement): Float64Array {
  const pieces = separatePieces(outlines, meetings, bends);
  const { x, y, from, to, first, edge, count } = pieces;
  const order = straightFirst(pieces);
  const found: number[] = [];
  for (let k = 0; k < count && first[order[k]] < 0; ) {
    const e = order[k];
    const u = Math.min(from[e], to[e]);
    const v = Math.max(from[e], to[e]);
    let isClosed = false;
    for (k++; k < count; k++) {
      const f = order[k];
      if (first[f] >= 0 || Math.min(from[f], to[f]) !== u || Math.max(from[f], to[f]) !== v) break;
      isClosed ||= !onOneLine(outlines, edge[e], edge[f]);
    }
    if (isClosed) found.push(grid.x(x[u]), grid.y(y[u]), grid.x(x[v]), grid.y(y[v]));
  }
  return Float64Array.from(found);
}

/** Whether two edges, as they were given, lie on one line. */
function onOneLine({ next, givenX: x, givenY: y }: Outlines, e: number, f: number): boolean {
  const isSame = (p: number, q: number): boolean => x[p] === x[q] && y[p] === y[q];
  if ((isSame(e, f) && isSame(next[e], next[f])) || (isSame(e, next[f]) && isSame(next[e], f))) return true;
  const isOn = (p: number): boolean => orientation(x[e], y[e], x[next[e]], y[next[e]], x[p], y[p]) === 0;
  return isOn(f) && isOn(next[f]);
}
