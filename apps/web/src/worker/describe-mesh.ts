import { triangulate } from "@vertexon/geometry";
import type { Shape } from "@vertexon/notation";
import type { MeshView } from "./views";

/** A shape's triangles with their smallest angle and their area. */
export function describeMesh(shape: Shape): MeshView {
  const { vertices: v, indices } = triangulate(shape.polygons);
  let smallestAngle = Number.POSITIVE_INFINITY;
  let area = 0;
  for (let t = 0; t < indices.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [a, b, c] = [2 * indices[t + k], 2 * indices[t + ((k + 1) % 3)], 2 * indices[t + ((k + 2) % 3)]];
      const [px, py, qx, qy] = [v[b] - v[a], v[b + 1] - v[a + 1], v[c] - v[a], v[c + 1] - v[a + 1]];
      const cross = px * qy - py * qx;
      smallestAngle = Math.min(smallestAngle, Math.atan2(cross, px * qx + py * qy));
      if (k === 0) area += cross / 2;
    }
  return { vertices: v, indices, smallestAngle, area };
}
