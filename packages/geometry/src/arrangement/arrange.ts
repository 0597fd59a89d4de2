import { filled, type Ring, type WindingRule } from "../polygon";
import { type PixelGrid, pixelGrid } from "./grid/grid";
import { type Layer, loadOutlines, type Outlines, requireFiniteLayers } from "./grid/outlines";
import { type Bends, bendEdges } from "./snapping/bend";
import { type Meetings, meetingsOf } from "./snapping/meetings";
import { type Pieces, piecesOf } from "./topology/pieces";
import { type Stars, starsOf } from "./topology/stars";
import { windingLeftOf, windingsOf } from "./topology/windings";

/** Rings and the winding numbers that count as inside. */
export interface Region {
  rings: Ring[];
  fillRule: WindingRule;
}

export interface Arrangement {
  grid: PixelGrid;
  outlines: Outlines;
  meetings: Meetings;
  bends: Bends;
  pieces: Pieces;
  stars: Stars;
  /** The winding number of every layer to the left of every piece: windings[e * pieces.layers + k]. */
  windings: Int32Array;
  /** Which operands lie to the left of a half-edge. The array is reused by the next call. */
  inside(h: number): readonly boolean[];
}

/** So near, in steps, points are kept in mind for the rounds of bending to come; more where those do not end. */
const MARGIN = 4;

/**
 * Arranges operands, and polylines that only cut. The polylines form one more layer behind those of the operands: it
 * tells where they run, and means no winding number. The grid serves for all of it, and for a frame where one is given.
 * Throws `TooManyCrossings` when more than `most` edges cross.
 */
export function arrange(
  operands: readonly Region[],
  cutters: readonly Ring[] = [],
  frame: readonly Ring[] = [],
  most = Number.POSITIVE_INFINITY,
): Arrangement {
  requireFiniteLayers(
    operands.map(({ rings }) => rings),
    cutters,
  );
  const layers: Layer[] = operands.map(({ rings }) => ({ outlines: rings, isCut: false }));
  if (cutters.length) layers.push({ outlines: cutters, isCut: true });
  const all: Ring[] = [];
  for (const { outlines } of layers) for (const ring of outlines) all.push(ring);
  for (const ring of frame) all.push(ring);
  const grid = pixelGrid(all);
  const outlines = loadOutlines(grid, layers);
  const { meetings, bends } = bentOutlines(outlines, most);
  const pieces = piecesOf(outlines, meetings, bends, layers.length, (layer) => layers[layer].isCut);
  const stars = starsOf(pieces, outlines);
  const windings = windingsOf(pieces, stars, outlines, bends, meetings.tree);
  const count = operands.length;
  const flags = new Array<boolean>(count).fill(false);
  const inside = (h: number): readonly boolean[] => {
    for (let k = 0; k < count; k++) flags[k] = filled(windingLeftOf(windings, pieces, h, k), operands[k].fillRule);
    return flags;
  };
  return { grid, outlines, meetings, bends, pieces, stars, windings, inside };
}

function bentOutlines(outlines: Outlines, most: number): { meetings: Meetings; bends: Bends } {
  for (let margin = MARGIN; ; margin *= 4) {
    const meetings = meetingsOf(outlines, margin, most);
    const bends = bendEdges(outlines, meetings, margin);
    if (bends) return { meetings, bends };
  }
}
