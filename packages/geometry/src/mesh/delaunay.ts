import { inCircle } from "../numeric";
import type { Triangles } from "./triangles";
import { nextCorner, twinsOf } from "./twins";

export interface Refined extends Triangles {
  /** How many edges were swapped, and whether any is left that should be. */
  swaps: number;
  finished: boolean;
}

/**
 * The same area in as many triangles with larger least angles: edges inside are swapped until no vertex lies within the
 * circle of a triangle across an edge, the constrained Delaunay triangulation (C. L. Lawson, "Software for C1 surface
 * interpolation", 1977). The least angle never falls. Decided exactly, so no edge is swapped back: with points lifted to
 * a paraboloid each swap lowers the surface. Needs up to n²/2 swaps in the worst case; gives up after
 * 40 for each triangle, with `finished` false.
 */
export function refineTriangles({ vertices: v, indices }: Triangles): Refined {
  const corners = indices.slice();
  const twins = twinsOf(corners, v.length / 2);
  const waiting = new Int32Array(corners.length);
  const isWaiting = new Uint8Array(corners.length);
  let count = 0;
  const wait = (h: number): void => {
    if (twins[h] < 0 || isWaiting[h] || isWaiting[twins[h]]) return;
    isWaiting[h] = 1;
    waiting[count++] = h;
  };
  for (let h = 0; h < corners.length; h++) wait(h);
  const most = SWAPS_A_TRIANGLE * (corners.length / 3);
  let swaps = 0;
  while (count > 0 && swaps < most) {
    const h = waiting[--count];
    isWaiting[h] = 0;
    const g = twins[h];
    const [h1, g1] = [nextCorner(h), nextCorner(g)];
    const [h2, g2] = [nextCorner(h1), nextCorner(g1)];
    const [a, b, c, d] = [corners[h], corners[h1], corners[h2], corners[g2]];
    if (!contains(v, a, b, c, d)) continue;
    // The quadrilateral a d b c gets its other diagonal: triangles c a d and d b c.
    const [outerH1, outerG1] = [twins[h1], twins[g1]];
    corners[h1] = d;
    corners[g1] = c;
    link(twins, h, outerG1);
    link(twins, g, outerH1);
    link(twins, h1, g1);
    swaps++;
    for (const side of [h, h2, g, g2]) wait(side);
  }
  return { vertices: v, indices: corners, swaps, finished: count === 0 };
}

const SWAPS_A_TRIANGLE = 40;

function contains(v: Float64Array, a: number, b: number, c: number, d: number): boolean {
  return inCircle(v[2 * a], v[2 * a + 1], v[2 * b], v[2 * b + 1], v[2 * c], v[2 * c + 1], v[2 * d], v[2 * d + 1]) > 0;
}

function link(twins: Int32Array, h: number, g: number): void {
  twins[h] = g;
  if (g >= 0) twins[g] = h;
}
