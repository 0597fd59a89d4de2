import { orientation } from "../../numeric";
import type { Arrangement } from "../arrange";
import { isLess, type Outlines } from "../grid/outlines";
import { separatePieces, straightFirst } from "../topology/pieces";

/**
 * Where edges that do not lie on one line fell together on the grid: x0 y0 x1 y1 of each stretch, in lexicographic order and
 * from the lesser end to the greater one. What lay between them was narrower than the grid, and is gone.
 */
export function closedSlivers({ grid, outlines, meetings, bends }: Arrangement): Float64Array {
  const pieces = separatePieces(outlines, meetings, bends);
  const { x, y, edge } = pieces;
  const { order, begins, far } = straightFirst(pieces);
  const found: [from: number, to: number][] = [];
  for (let u = 0; u < x.length; u++)
    for (let k = begins[u]; k < begins[u + 1]; ) {
      const e = edge[order[k]];
      const v = far[k] >> 1;
      let isClosed = false;
      for (k++; k < begins[u + 1] && far[k] >> 1 === v; k++) isClosed ||= !onOneLine(outlines, e, edge[order[k]]);
      if (isClosed) found.push(isLess(x[u], y[u], x[v], y[v]) ? [u, v] : [v, u]);
    }
  const compare = (u: number, v: number): number => x[u] - x[v] || y[u] - y[v];
  found.sort(([a, b], [c, d]) => compare(a, c) || compare(b, d));
  return Float64Array.from(found.flatMap(([u, v]) => [grid.x(x[u]), grid.y(y[u]), grid.x(x[v]), grid.y(y[v])]));
}

/** Whether two edges, as they were given, lie on one line. */
function onOneLine({ next, givenX: x, givenY: y }: Outlines, e: number, f: number): boolean {
  const isSame = (p: number, q: number): boolean => x[p] === x[q] && y[p] === y[q];
  if ((isSame(e, f) && isSame(next[e], next[f])) || (isSame(e, next[f]) && isSame(next[e], f))) return true;
  const isOn = (p: number): boolean => orientation(x[e], y[e], x[next[e]], y[next[e]], x[p], y[p]) === 0;
  return isOn(f) && isOn(next[f]);
}
