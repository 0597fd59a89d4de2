import { convexPieces, fanTriangles, type Ring, refineTriangles, signedArea, triangulate } from "@vertexon/geometry";
import type { Shape } from "@vertexon/notation";
import type { MeshRequest, MeshView } from "./views";

/** A shape cut for filling, with its smallest angle and how often it fills a place. */
export function describeMesh(shape: Shape, { kind, most }: MeshRequest): MeshView {
  const cut = cutOf(shape, kind, most);
  let smallestAngle = Number.POSITIVE_INFINITY;
  let covered = 0;
  let mostCorners = 0;
  for (const cell of cut.cells) {
    smallestAngle = Math.min(smallestAngle, leastAngle(cell));
    covered += Math.abs(signedArea(cell));
    mostCorners = Math.max(mostCorners, cell.length / 2);
  }
  return { kind, ...cut, smallestAngle, mostCorners, overdraw: covered / shape.area };
}

type Cut = Pick<MeshView, "cells" | "vertices" | "indexBytes" | "swaps" | "finished">;

function cutOf(shape: Shape, kind: MeshRequest["kind"], most: number): Cut {
  const plain = { swaps: 0, finished: true };
  if (kind === "pieces") {
    const cells = convexPieces(shape.polygons, most);
    return { ...plain, cells, vertices: cells.reduce((sum, cell) => sum + cell.length / 2, 0), indexBytes: 0 };
  }
  // Fans fill by counting: they take the outlines as they are.
  const triangles = kind === "fans" ? fanTriangles(shape.operand.rings) : triangulate(shape.polygons);
  const refined = kind === "even" ? refineTriangles(triangles) : { ...triangles, ...plain };
  const { vertices: v, indices, swaps, finished } = refined;
  const cells: Ring[] = [];
  for (let t = 0; t < indices.length; t += 3) {
    const cell = new Float64Array(6);
    for (let k = 0; k < 3; k++) cell.set(v.subarray(2 * indices[t + k], 2 * indices[t + k] + 2), 2 * k);
    cells.push(cell);
  }
  return { cells, vertices: v.length / 2, indexBytes: indices.byteLength, swaps, finished };
}

function leastAngle(cell: Ring): number {
  const n = cell.length;
  let least = Number.POSITIVE_INFINITY;
  for (let i = 0; i < n; i += 2) {
    const [a, b] = [(i + n - 2) % n, (i + 2) % n];
    const [px, py, qx, qy] = [
      cell[a] - cell[i],
      cell[a + 1] - cell[i + 1],
      cell[b] - cell[i],
      cell[b + 1] - cell[i + 1],
    ];
    least = Math.min(least, Math.abs(Math.atan2(px * qy - py * qx, px * qx + py * qy)));
  }
  return least;
}
