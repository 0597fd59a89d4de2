import { orientation } from "../numeric";
import { type Ring, requireFiniteRings } from "../polygon";
import { IndexSink } from "./index-sink";
import type { Triangles } from "./triangles";

/**
 * A fan of each ring around its first vertex, for filling by counting: with the sign of their turn, the triangles cover
 * each place as often as the rings run around it. Only for a ring whose first vertex sees all of it do they not overlap.
 * Throws `OperandError` for coordinates that are not finite.
 */
export function fanTriangles(rings: readonly Ring[]): Triangles {
  requireFiniteRings(rings, "the rings");
  const total = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
  const vertices = new Float64Array(2 * total);
  const indices = new IndexSink(total);
  let at = 0;
  for (const ring of rings) {
    vertices.set(ring, 2 * at);
    const n = ring.length / 2;
    for (let k = 1; k + 1 < n; k++) indices.add(at, at + k, at + k + 1);
    at += n;
  }
  return { vertices, indices: indices.finish(total) };
}

/**
 * The vertex of a simple ring from which a fan covers it with triangles of positive area, or −1. It is looked for where
 * convex outlines and sectors have it: at the only reflex vertex, or else between two corners that are not flat.
 *
 * All triangles of a fan being positive is enough: the angles at the apex are all positive and add up to the inner angle
 * there, less than a full turn, so no two of the triangles overlap.
 */
export function fanApex(ring: Ring): number {
  const n = ring.length / 2;
  const turn = (i: number, j: number, k: number): number =>
    orientation(ring[2 * i], ring[2 * i + 1], ring[2 * j], ring[2 * j + 1], ring[2 * k], ring[2 * k + 1]);
  const corner = (i: number): number => turn((i + n - 1) % n, i % n, (i + 1) % n);
  let apex = -1;
  for (let i = 0; i < n; i++)
    if (corner(i) < 0) {
      if (apex >= 0) return -1;
      apex = i;
    }
  for (let i = 0; apex < 0 && i < n; i++) if (corner(i + n - 1) > 0 && corner(i + 1) > 0) apex = i;
  if (apex < 0) return -1;
  for (let k = 1; k + 1 < n; k++) if (turn(apex, (apex + k) % n, (apex + k + 1) % n) <= 0) return -1;
  return apex;
}
