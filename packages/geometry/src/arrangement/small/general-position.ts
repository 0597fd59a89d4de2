import type { Ring } from "../../polygon";
import { arrange, type Region } from "../arrange";
import { pixelGrid } from "../grid/grid";
import { type CombineResult, polygonsOf, type Selection, select } from "../output/select";
import { cutIntoPieces } from "./cut-into-pieces";
import { areCrossingsClear, findCrossings } from "./find-crossings";
import { joinedRings } from "./joined-rings";
import { loadEdges } from "./load-edges";
import { movedByBending } from "./moved-by-bending";
import { takeFaces } from "./take-faces";
import { count, MOST_EDGES, MOST_OPERANDS } from "./workspace";

/**
 * A selection on few edges in general position, the same to the last bit as by {@link arrange} and {@link select}; null where
 * they are not, or not few: where a vertex or a crossing comes near an edge that it does not belong to, or edges are short.
 *
 * Without such places each crossing is one hot pixel with four pieces around it, nothing meets in the course of bending, and
 * all vertices stay where they were. (Rounding and bending move points by a few steps; doubles tell sides of edges for certain
 * that lie further off than one.) So the topology needs no search: rings are walked once, with winding numbers kept
 * along, and joined at crossings. What is asked for afterwards is made the long way, of the operands as they are then.
 */
export function inGeneralPosition(operands: readonly Region[], selection: Selection): CombineResult | null {
  let edges = 0;
  for (let k = 0; k < operands.length; k++)
    for (let r = 0; r < operands[k].rings.length; r++) edges += operands[k].rings[r].length / 2;
  if (edges === 0 || edges > MOST_EDGES || operands.length > MOST_OPERANDS) return null;
  const all: Ring[] = [];
  for (let k = 0; k < operands.length; k++)
    for (let r = 0; r < operands[k].rings.length; r++) all.push(operands[k].rings[r]);
  const grid = pixelGrid(all);
  if (!loadEdges(operands, grid) || !findCrossings() || !areCrossingsClear()) return null;
  cutIntoPieces();
  takeFaces(operands, selection);
  const movedFirst = movedByBending();
  const joined = movedFirst === null ? null : joinedRings(grid);
  if (joined === null || movedFirst === null) return null;
  const { rings, sources } = joined;
  const { polygons, order } = polygonsOf(rings);
  let made: CombineResult | null = null;
  const theLongWay = (): CombineResult => {
    made ??= select(arrange(operands), selection);
    return made;
  };
  return {
    polygons,
    report: {
      gridStep: grid.step,
      movement: Math.max(movedFirst, movedFirst > 0 ? count.rounding : 0) * grid.step,
      passes: count.crossings > 0 ? 2 : 1,
      intersections: count.crossings,
      pieces: polygons.length,
      holes: rings.length - polygons.length,
      verticesMoved: 0,
      dropped: 0,
      shortEdges: 0,
      sources: order.map((r) => sources[r]),
    },
    crossings: () => theLongWay().crossings(),
    slivers: () => theLongWay().slivers(),
    origins: () => theLongWay().origins(),
  };
}
