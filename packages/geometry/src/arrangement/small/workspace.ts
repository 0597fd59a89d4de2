import type { GivenEdges } from "../grid/given-edges";

// The arrays that small arrangements work in: made once, and used again by every call.

export const MOST_EDGES = 600;
export const MOST_CROSSINGS = 200;
export const MOST_OPERANDS = 6;
/** How far, in steps of the grid, everything has to keep from everything else. */
export const CLEAR = 64;

/** How much of them the present call uses, and the greatest distance of a vertex from its pixel's centre, in steps. */
export const count = { vertices: 0, rings: 0, crossings: 0, rounding: 0.5 };

/** Vertices on the grid; edge v leads from vertex v to next[v]. */
export const x = new Float64Array(MOST_EDGES);
export const y = new Float64Array(MOST_EDGES);
export const next = new Int32Array(MOST_EDGES);
export const givenX = new Float64Array(MOST_EDGES);
export const givenY = new Float64Array(MOST_EDGES);
export const offsetX = new Float64Array(MOST_EDGES);
export const offsetY = new Float64Array(MOST_EDGES);
/** The operand of each. */
export const layerOf = new Int32Array(MOST_EDGES);
export const given: GivenEdges = { x, y, next, startX: offsetX, startY: offsetY, endX: offsetX, endY: offsetY };
/** Ring r has the vertices ringFirst[r] to ringFirst[r + 1]. */
export const ringFirst = new Int32Array(MOST_EDGES + 1);

/** The pixels of crossings. */
export const crossing = { x: new Float64Array(MOST_CROSSINGS), y: new Float64Array(MOST_CROSSINGS) };
/** The two edges of each, and whether the second runs to the left of the first. */
export const firstEdge = new Int32Array(MOST_CROSSINGS);
export const secondEdge = new Int32Array(MOST_CROSSINGS);
export const toLeft = new Uint8Array(MOST_CROSSINGS);

/**
 * Pieces of edges between nodes, which are vertices, then crossings. The crossings of edge e in its order are
 * onEdge[onFirst[e]] to onEdge[onFirst[e + 1]]; its pieces begin at e + onFirst[e].
 */
export const MOST_PIECES = MOST_EDGES + 2 * MOST_CROSSINGS;
export const onFirst = new Int32Array(MOST_EDGES + 1);
export const onEdge = new Int32Array(2 * MOST_CROSSINGS);
export const pieceFrom = new Int32Array(MOST_PIECES);
export const pieceTo = new Int32Array(MOST_PIECES);
export const pieceLayer = new Int32Array(MOST_PIECES);
/** The pieces that lead to each crossing, on both of its edges; those after them lead away. */
export const firstTo = new Int32Array(MOST_CROSSINGS);
export const secondTo = new Int32Array(MOST_CROSSINGS);
/** Half-edges, 2 p along piece p and 2 p + 1 back: those with a face on their left that is taken, and none on their right. */
export const selected = new Uint8Array(2 * MOST_PIECES);
