import {
  convexPieces,
  type MultiPolygon,
  operandOf,
  orientation,
  type Polygon,
  refineTriangles,
  triangulate,
} from "../../../src";
import { twiceAreaOf } from "../../oracles/triangle-areas";
import { sizeOf, textOf } from "./cut";
import { pick, type Random, randomPolygons } from "./outlines";
import { type Run, timed } from "./run";

/** Triangles that turn rightly, as many as there are to be, with exactly the area of the polygons, refined ones, too. */
export function triangles(r: Random): Run {
  const polygons = randomPolygons(r);
  const { result, milliseconds } = timed(() => refineTriangles(triangulate(polygons)));
  const { vertices: v, indices } = result;
  const parts: Polygon[] = [];
  const faults: string[] = [];
  for (let i = 0; i < indices.length; i += 3) {
    const [a, b, c] = [2 * indices[i], 2 * indices[i + 1], 2 * indices[i + 2]];
    if (orientation(v[a], v[a + 1], v[b], v[b + 1], v[c], v[c + 1]) <= 0)
      faults.push("a triangle that is flat or turned over");
    parts.push({ outer: Float64Array.of(v[a], v[a + 1], v[b], v[b + 1], v[c], v[c + 1]), holes: [] });
  }
  faults.push(...unequal(parts, polygons));
  if (!result.finished) faults.push("not refined to the end");
  const shape = operandOf(polygons);
  return { input: textOf(shape), size: sizeOf(shape), milliseconds, faults };
}

/** Convex pieces within the greatest number of vertices, with exactly the area of the polygons. */
export function convex(r: Random): Run {
  const polygons = randomPolygons(r);
  const most = pick(r, [3, 4, 8, 100]);
  const { result, milliseconds } = timed(() => convexPieces(polygons, most));
  const faults: string[] = [];
  for (const piece of result) {
    if (piece.length / 2 > most) faults.push(`a piece of ${piece.length / 2} vertices`);
    const n = piece.length;
    for (let i = 0; i < n; i += 2) {
      const [j, k] = [(i + 2) % n, (i + 4) % n];
      if (orientation(piece[i], piece[i + 1], piece[j], piece[j + 1], piece[k], piece[k + 1]) < 0)
        faults.push("a piece that is not convex");
    }
  }
  faults.push(
    ...unequal(
      result.map((outer) => ({ outer, holes: [] })),
      polygons,
    ),
  );
  const shape = operandOf(polygons);
  return { input: `${textOf(shape)}, ${most} at most`, size: sizeOf(shape), milliseconds, faults };
}

function unequal(parts: MultiPolygon, polygons: MultiPolygon): string[] {
  const { parts: areas, whole } = twiceAreaOf(parts, polygons);
  return areas.reduce((sum, each) => sum + each, 0n) === whole ? [] : ["another area in all"];
}
