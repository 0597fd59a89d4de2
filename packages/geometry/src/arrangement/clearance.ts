/**
 * Vertices that another piece or vertex comes this near, in steps, keep their places on the grid. A return moves a vertex by
 * at most 0.71 steps, two of them towards each other by less than this.
 */
export const CLEARANCE = 2;
