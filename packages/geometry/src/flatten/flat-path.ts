/**
 * One flattened subpath. Edge i runs from vertex i to the next one (from the last to the first where closed):
 * `segment[i]` and `parameter[i]` say where on the subpath it starts. The closing join of a closed subpath counts as one
 * more straight segment. A closed subpath does not repeat its first vertex. See `chordDeviations` for each edge's error.
 */
export interface FlatSubpath {
  vertices: Float64Array;
  closed: boolean;
  segment: Int32Array;
  parameter: Float64Array;
}

/** `error` bounds the distance of any curve from its chords, in plan units. */
export interface FlatPath {
  subpaths: FlatSubpath[];
  error: number;
}
