import { convexPieces, fanTriangles, type Ring, refineTriangles, signedArea, triangulate } from "@vertexon/geometry";
import type { Shape } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** How a shape is cut for filling: in fans, in triangles as they come or with even angles, in convex pieces. */
export type MeshKind = "fans" | "triangles" | "even" | "pieces";

export interface MeshRequest {
  name: string;
  kind: MeshKind;
  /** The greatest number of vertices of a convex piece. */
  most: number;
}

/** A shape cut for filling. */
export interface MeshView {
  kind: MeshKind;
  /** The triangles or pieces as rings. */
  cells: Ring[];
  vertices: number;
  /** Of a triangle's index list; 0 for pieces. */
  indexBytes: number;
  /** The smallest angle of all, in radians. */
  smallestAngle: number;
  mostCorners: number;
  /** What the parts cover all together, over the area of the shape: 1 where no place is filled twice. */
  overdraw: number;
  /** Edges swapped towards even angles, and whether that came to its end. */
  swaps: number;
  finished: boolean;
}

/** A shape cut for filling, with its smallest angle and how often it fills a place; null for what is no shape. */
export function mesh(sheet: AskedSheet, { name, kind, most }: MeshRequest): MeshView | null {
  const shape = sheet.shape(name);
  if (!shape) return null;
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
