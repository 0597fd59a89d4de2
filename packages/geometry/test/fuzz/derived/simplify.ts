import {
  offsetOutlines,
  operandOf,
  type Polygon,
  polygonPath,
  type Ring,
  signedDistance,
  simplifyOutlines,
  strokePath,
} from "../../../src";
import { flawsOf } from "../../oracles/validity";
import { sizeOf, textOf } from "./cut";
import { pick, type Random, randomPath, randomPolygons } from "./outlines";
import { type Run, timed } from "./run";

/** Valid polygons stay valid, ring by ring, and within the tolerance both ways. */
export function simplify(r: Random): Run {
  const polygons = pick(r, [randomPolygons, roundPolygons, strokePolygons])(r);
  const shape = operandOf(polygons);
  const size = Math.max(1e-300, ...shape.rings.flatMap((ring) => [...ring].map(Math.abs)));
  const tolerance = size * pick(r, [0, 1e-3, 1e-2, 0.03, 0.1, 0.3, r()]);
  const outlines = shape.rings.map((vertices) => ({ vertices, closed: true }));
  const { result, milliseconds } = timed(() => simplifyOutlines(outlines, tolerance));
  const rings = result.outlines.map(({ vertices }) => vertices);
  let at = 0;
  const simple = polygons.map(({ holes }): Polygon => {
    const outer = rings[at++];
    return { outer, holes: holes.map(() => rings[at++]) };
  });
  const faults = flawsOf(simple);
  if (!(result.deviation <= tolerance)) faults.push(`a deviation of ${result.deviation}`);
  shape.rings.forEach((ring, k) => {
    const slack = 1e-12 * size;
    const there = farthest(ring, rings[k]);
    const back = farthest(dense(rings[k]), ring);
    if (!(there <= tolerance + slack)) faults.push(`a vertex is ${there} off`);
    if (!(back <= tolerance + slack)) faults.push(`a place of the result is ${back} off`);
  });
  return { input: `${textOf(shape)} within ${tolerance}`, size: sizeOf(shape), milliseconds, faults };
}

function farthest(points: Ring, ring: Ring): number {
  let most = 0;
  for (let i = 0; i < points.length; i += 2)
    most = Math.max(
      most,
      Math.abs(signedDistance(points[i], points[i + 1], { rings: [ring], fillRule: "nonzero" }).distance),
    );
  return most;
}

/** Places along the edges of a ring. */
function dense(ring: Ring): Ring {
  const places: number[] = [];
  for (let i = 0; i < ring.length; i += 2)
    for (let k = 0; k < 7; k++) {
      const j = (i + 2) % ring.length;
      places.push(ring[i] + ((ring[j] - ring[i]) * k) / 7, ring[i + 1] + ((ring[j + 1] - ring[i + 1]) * k) / 7);
    }
  return Float64Array.from(places);
}

/** Polygons with many vertices that lie close together: rounded ones, and thin strokes side by side. */
function roundPolygons(r: Random): Polygon[] {
  const outlines = { subpaths: operandOf(randomPolygons(r)).rings.flatMap((ring) => polygonPath(ring).subpaths) };
  return offsetOutlines(outlines, pick(r, [0.2, -0.2, 0.45]), { join: "round", miterLimit: 4, tolerance: 1e-3 })
    .polygons;
}

function strokePolygons(r: Random): Polygon[] {
  const { path, size } = randomPath(r);
  return strokePath(path, {
    width: size * pick(r, [0.02, 0.2]),
    join: "round",
    cap: "round",
    miterLimit: 4,
    tolerance: 1e-3 * size,
  }).polygons;
}
