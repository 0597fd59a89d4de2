import { giveBack, lentDoubles, WorkObjects } from "../../memory";
import type { PixelGrid } from "../grid/grid";
import { isLess, MOST_UNITED, type Outlines } from "../grid/outlines";
import type { Bends } from "../snapping/bend";
import type { Offsets } from "../snapping/clearance";
import type { Meetings } from "../snapping/meetings";
import type { Pieces } from "../topology/pieces";
import { KeptPlaces } from "./kept-places";
import { NearPieces } from "./near-pieces";
import { KEPT, ON_GRID, type Positions } from "./positions";

/**
 * Puts vertices back to the very coordinates that came in, of several in one pixel the lexicographically least, so that
 * the order of operands does not matter; or they stay in the centre, where one would move by more than a step.
 *
 * A return moves a vertex by at most half a step an axis. It is done only where no piece and no vertex that it is no end
 * of comes within the clearance of it, and no point so near its pieces that they could pass over it: then nothing can
 * change sides, and the result stays valid. All of that is asked of the final pieces, so that a result, arranged again,
 * gets the same answers. Where `wanted` marks some nodes, others are left where they lie on the grid.
 */
export function positionsOf(
  grid: PixelGrid,
  outlines: Outlines,
  meetings: Meetings,
  bends: Bends,
  pieces: Pieces,
  wanted?: Uint8Array,
): Positions {
  const { givenX, givenY } = outlines;
  const n = givenX.length;
  const { nodeOf } = pieces;
  const positions = returned(grid, outlines, pieces, new Uint8Array(n), wanted);
  const { nodeX, nodeY, nodeStays, nodeMoves } = positions;
  const offsets = offsetsOf(grid, outlines, meetings, pieces, positions);
  const places = keptPlaces.take(n);
  places.begin(meetings, offsets, nodeOf, positions);
  const near = nearPieces.take(n);
  near.begin(outlines, meetings, bends, places);
  near.keepAll();
  keptPlaces.giveBack(places);
  nearPieces.giveBack(near);
  giveBack(offsets.x);
  giveBack(offsets.y);
  for (let u = 0; u < nodeX.length; u++) {
    if (nodeStays[u] !== KEPT) continue;
    nodeX[u] = grid.x(pieces.x[u]);
    nodeY[u] = grid.y(pieces.y[u]);
  }
  for (let i = 0; i < n; i++) {
    const u = nodeOf[i];
    if (u >= 0 && nodeStays[u] && (givenX[i] !== nodeX[u] || givenY[i] !== nodeY[u])) nodeMoves[u] = 1;
  }
  return positions;
}

const keptPlaces = new WorkObjects(() => new KeptPlaces());
const nearPieces = new WorkObjects(() => new NearPieces());

function offsetsOf(
  grid: PixelGrid,
  { givenX, givenY }: Outlines,
  { x, y }: Meetings,
  { nodeOf }: Pieces,
  { nodeX, nodeY, nodeStays }: Positions,
): Offsets {
  const offsets: Offsets = { x: lentDoubles(x.length), y: lentDoubles(x.length) };
  // Crossings stay where they are.
  for (let i = 0; i < givenX.length; i++) {
    const u = nodeOf[i];
    if (u >= 0 && nodeStays[u] === ON_GRID) continue;
    offsets.x[i] = grid.offsetX(u < 0 ? givenX[i] : nodeX[u], x[i]);
    offsets.y[i] = grid.offsetY(u < 0 ? givenY[i] : nodeY[u], y[i]);
  }
  return offsets;
}

/** All vertices where they came from, of several in one node the least, unless that would move one of them too far. */
function returned(
  grid: PixelGrid,
  { givenX, givenY, united: unitedBefore }: Outlines,
  pieces: Pieces,
  stays: Uint8Array,
  wanted?: Uint8Array,
): Positions {
  const { nodeOf } = pieces;
  const n = givenX.length;
  const nodes = pieces.x.length;
  const nodeStays = new Uint8Array(nodes).fill(ON_GRID);
  const nodeX = new Float64Array(nodes);
  const nodeY = new Float64Array(nodes);
  let unites = false;
  for (let i = 0; i < n; i++) {
    const u = nodeOf[i];
    if (u < 0 || (wanted && wanted[u] === 0)) continue;
    if (nodeStays[u] === 0) {
      if (nodeX[u] === givenX[i] && nodeY[u] === givenY[i]) continue;
      unites = true;
      if (!isLess(givenX[i], givenY[i], nodeX[u], nodeY[u])) continue;
    }
    nodeStays[u] = 0;
    nodeX[u] = givenX[i];
    nodeY[u] = givenY[i];
  }
  let united = unitedBefore;
  for (let i = 0; unites && i < n; i++) {
    const u = nodeOf[i];
    if (u < 0 || nodeStays[u] !== 0 || (givenX[i] === nodeX[u] && givenY[i] === nodeY[u])) continue;
    const distance = grid.distance(givenX[i], givenY[i], nodeX[u], nodeY[u]);
    united = Math.max(united, Math.min(distance, MOST_UNITED));
    if (distance > MOST_UNITED) nodeStays[u] = ON_GRID;
  }
  for (let u = 0; u < nodes; u++) {
    if (nodeStays[u] === 0 || (wanted && wanted[u] === 0)) continue;
    nodeX[u] = grid.x(pieces.x[u]);
    nodeY[u] = grid.y(pieces.y[u]);
  }
  return { nodeX, nodeY, stays, nodeStays, nodeMoves: new Uint8Array(nodes), united };
}
