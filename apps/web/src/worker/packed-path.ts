import type { Path, Segment, Subpath } from "@vertexon/geometry";

/** A path for sending to another thread: the ends x y of straight segments in a row are one array, not an object each. */
export interface PackedPath {
  subpaths: (Omit<Subpath, "segments"> & { segments: Segment[] | Float64Array })[];
}

const packed = new WeakMap<Path, PackedPath>();

/** The same path packed; the very same object each time, so that it is sent once. */
export function packPath(path: Path): PackedPath {
  let made = packed.get(path);
  if (!made) {
    made = {
      subpaths: path.subpaths.map((subpath) => ({ ...subpath, segments: endsOf(subpath) ?? subpath.segments })),
    };
    packed.set(path, made);
  }
  return made;
}

const unpacked = new WeakMap<PackedPath, Path>();

export function unpackPath(path: PackedPath): Path {
  let made = unpacked.get(path);
  if (!made) {
    made = { subpaths: path.subpaths.map((subpath) => ({ ...subpath, segments: segmentsOf(subpath) })) };
    unpacked.set(path, made);
  }
  return made;
}

/** The ends of straight segments that follow each other; null where there are others. */
function endsOf({ x, y, segments }: Subpath): Float64Array | null {
  const ends = new Float64Array(2 * segments.length);
  let [atX, atY] = [x, y];
  for (let i = 0; i < segments.length; i++) {
    const { kind, x0, y0, x1, y1 } = segments[i];
    if (kind !== "line" || !Object.is(x0, atX) || !Object.is(y0, atY)) return null;
    ends[2 * i] = atX = x1;
    ends[2 * i + 1] = atY = y1;
  }
  return ends;
}

function segmentsOf({ x, y, segments }: PackedPath["subpaths"][number]): Segment[] {
  if (Array.isArray(segments)) return segments;
  const all: Segment[] = [];
  for (let i = 0; i < segments.length; i += 2) {
    const [x0, y0] = i > 0 ? [segments[i - 2], segments[i - 1]] : [x, y];
    all.push({ kind: "line", x0, y0, x1: segments[i], y1: segments[i + 1] });
  }
  return all;
}
