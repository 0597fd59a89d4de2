import { pointOrder } from "../numeric";
import { type Boundary, backAndForth } from "./boundary";
import { forEachFace } from "./faces";
import type { IndexSink } from "./index-sink";
import { monotoneDiagonals } from "./monotone";
import { MonotoneFace } from "./monotone-face";

/**
 * Triangles of a large face, cut once more by a sweep in the direction of y: points that lie in columns, as in a lattice,
 * leave the sweep in x faces along whole columns, and there triangles as long as those. The face is turned by a quarter,
 * (x, y) to (y, −x), which changes no sense of turning.
 */
export function triangulateTurned({ x, y }: Boundary, face: Int32Array, n: number, indices: IndexSink): void {
  const [turnedX, turnedY] = [new Float64Array(n), new Float64Array(n)];
  for (let i = 0; i < n; i++) {
    turnedX[i] = y[face[i]];
    turnedY[i] = -x[face[i]];
  }
  const points: number[] = [];
  const node = new Int32Array(n);
  for (const i of backAndForth(pointOrder(turnedX, turnedY), turnedX)) {
    // A face may come to a point more than once.
    if (points.length === 0 || points[points.length - 1] !== face[i]) points.push(face[i]);
    node[i] = points.length - 1;
  }
  const boundary: Boundary = {
    x: Float64Array.from(points, (p) => y[p]),
    y: Float64Array.from(points, (p) => -x[p]),
    from: node,
    to: Int32Array.from(node, (_, i) => node[i + 1 === n ? 0 : i + 1]),
  };
  const back = { add: (a: number, b: number, c: number) => indices.add(points[a], points[b], points[c]) };
  const monotone = new MonotoneFace(boundary.x, boundary.y, back);
  forEachFace(boundary, monotoneDiagonals(boundary), (each, count) => monotone.triangulate(each, count));
}
