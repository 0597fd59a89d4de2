/** Where nodes and vertices come to lie in plan units. */
export interface Positions {
  nodeX: Float64Array;
  nodeY: Float64Array;
  /** Vertices that stay on the grid although they came in elsewhere. */
  stays: Uint8Array;
  /** The same for nodes that are vertices. */
  nodeStays: Uint8Array;
  /** Nodes with a vertex that does not lie on the grid itself. */
  nodeMoves: Uint8Array;
  /** How far, in steps, a vertex was moved at most to another one in its pixel, or to the centre. */
  united: number;
}

/** Nodes that stay on the grid whatever comes near them, and those that do so because something does. */
export const ON_GRID = 1;
export const KEPT = 2;
