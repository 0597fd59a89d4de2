import {
  clipLines,
  cut,
  flattenPath,
  type Path,
  polygonPath,
  sourcesOf,
  type TileGrid,
  tiles,
  traceEdges,
} from "@vertexon/geometry";
import { after, greatest } from "./error-bound";
import { once, onceFor } from "./once";
import { polygonsFrom } from "./regions";
import type { Shape, Sources } from "./shape";

/** What edges along a cut go by. */
const CUT = "cut";

/** The parts of the region in the tiles of a grid, row by row; tiles that are empty are left out. */
export function tiled(shape: Shape, grid: TileGrid): Shape[] {
  const { tiles: parts, movement } = tiles(shape.operand, grid);
  const again = once(() => tiles(shape.operand, grid));
  return parts.map(({ polygons }, i) =>
    polygonsFrom(
      shape,
      polygons,
      after(shape.bound, { snapping: movement }),
      onceFor((label) => traceEdges(again().tiles[i], [shape.edgeSources(label), cutSources(shape, again().lines)])),
    ),
  );
}

/** The parts of the outlines, taken as open lines, that lie in a region. */
export function clippedTo(shape: Shape, region: Shape): Shape[] {
  const lines = shape.flat.subpaths.map(({ vertices, closed }) => {
    if (!closed) return vertices;
    const line = new Float64Array(vertices.length + 2);
    line.set(vertices);
    line.set(vertices.subarray(0, 2), vertices.length);
    return line;
  });
  return clipLines(lines, region.operand).map((line) =>
    shape.derived({ outline: polygonPath(line, false), carried: greatest([shape.bound, region.bound]) }),
  );
}

/** The pieces that open polylines cut the region into. */
export function cutAlong(shape: Shape, polylines: readonly Float64Array[]): Shape[] {
  const { polygons, report } = cut(shape.operand, polylines);
  const sources = onceFor((label) =>
    traceEdges(cut(shape.operand, polylines), [shape.edgeSources(label), cutSources(shape, polylines)]),
  );
  let ring = 0;
  return polygons.map((polygon) => {
    const from = ring;
    ring += 1 + polygon.holes.length;
    const to = ring;
    return polygonsFrom(shape, [polygon], after(shape.bound, { snapping: report.movement }), (label) =>
      sources(label).slice(from, to),
    );
  });
}

/** What edges along a cut stand for. */
function cutSources(shape: Shape, polylines: readonly Float64Array[]): Sources {
  const path: Path = { subpaths: polylines.flatMap((line) => polygonPath(line, false).subpaths) };
  return sourcesOf(path, flattenPath(path, shape.flattening), CUT);
}
