import type { Operand, Ring } from "../polygon";
import { type Arrangement, arrange } from "./arrange";
import type { Positions } from "./output/positions";
import { positionsOf } from "./output/restore";

/**
 * The parts of open polylines (x0 y0 x1 y1 …) that lie in a shape or along its boundary, in the order and the direction of
 * the polylines. Their ends on the boundary lie within one grid step of the true intersections; vertices come back bit
 * for bit, unless something comes within three steps of them. What turns straight back is kept both ways. Costs as `cut`
 * does. Throws `OperandError` for coordinates that are not finite.
 */
export function clipLines(polylines: readonly Ring[], shape: Operand): Ring[] {
  if (polylines.length === 0) return [];
  const arrangement = arrange([shape], polylines);
  const { grid, outlines, meetings, bends, pieces } = arrangement;
  const positions = positionsOf(grid, outlines, meetings, bends, pieces);
  const isWithin = withinOf(arrangement);
  const order = Array.from(outlines.layerOf.keys())
    .filter((r) => outlines.layerOf[r] === 1)
    .sort((p, q) => outlines.outlineOf[p] - outlines.outlineOf[q]);
  return order.flatMap((r) => partsOf(arrangement, positions, r, isWithin));
}

/** Whether the piece between two nodes, or the run that begins with a vertex, lies in the shape or on its boundary. */
function withinOf({ pieces, inside }: Arrangement): (from: number, to: number, run: number) => boolean {
  const { from, to, first, x } = pieces;
  const straight = new Map<number, number>();
  const runs = new Map<number, number>();
  const key = (u: number, v: number): number => Math.min(u, v) * x.length + Math.max(u, v);
  for (let e = 0; e < from.length; e++)
    if (first[e] >= 0) runs.set(first[e], e);
    else straight.set(key(from[e], to[e]), e);
  return (u, v, run) => {
    const piece = run >= 0 ? runs.get(run) : straight.get(key(u, v));
    return piece !== undefined && (inside(2 * piece)[0] || inside(2 * piece + 1)[0]);
  };
}

/** Walks along one polyline from node to node, and strings together what lies within. */
function partsOf(
  { grid, outlines, bends, pieces }: Arrangement,
  { nodeX, nodeY, stays }: Positions,
  r: number,
  isWithin: (from: number, to: number, run: number) => boolean,
): Ring[] {
  const { next, first } = outlines;
  const { nodeOf } = pieces;
  const lines: number[][] = [];
  let node = nodeOf[first[r]];
  let goesOn = false;
  let run: number[] = [];
  const reach = (to: number): void => {
    if (isWithin(node, to, run.length ? run[0] : -1)) {
      if (!goesOn) lines.push([nodeX[node], nodeY[node]]);
      const line = lines[lines.length - 1];
      for (const v of run)
        if (stays[v]) line.push(grid.x(outlines.x[v]), grid.y(outlines.y[v]));
        else line.push(outlines.givenX[v], outlines.givenY[v]);
      line.push(nodeX[to], nodeY[to]);
      goesOn = true;
    } else goesOn = false;
    node = to;
    run = [];
  };
  for (let e = first[r]; next[e] !== e; e = next[e]) {
    for (let k = bends.first[e]; k < bends.first[e + 1]; k++) reach(nodeOf[bends.points[k]]);
    if (nodeOf[next[e]] >= 0) reach(nodeOf[next[e]]);
    else run.push(next[e]);
  }
  return lines.map((line) => Float64Array.from(line));
}
