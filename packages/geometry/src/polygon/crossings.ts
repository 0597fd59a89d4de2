import { orientation } from "../numeric";
import type { Ring } from "./types";

/** Where two edges cross in the inside of both: the place, rounded, and the edges by outline and index of their start. */
export interface Crossing {
  x: number;
  y: number;
  first: { outline: number; edge: number };
  second: { outline: number; edge: number };
}

/**
 * All proper crossings between the edges of outlines, in order of x; touching, overlapping and shared vertices are
 * none. Which edges cross is decided exactly (four orientations); the places are rounded. Stops after `most`.
 * A sweep over x that looks at all edges which overlap in x: quick for outlines whose edges are short.
 */
export function properCrossings(outlines: readonly { vertices: Ring; closed: boolean }[], most: number): Crossing[] {
  const edges = outlines.flatMap(({ vertices, closed }, outline) => edgesAlong(vertices, closed, outline));
  edges.sort((a, b) => a.minX - b.minX);
  const found: Crossing[] = [];
  let active: Edge[] = [];
  for (const edge of edges) {
    active = active.filter(({ maxX }) => maxX >= edge.minX);
    for (const other of active) {
      if (!cross(edge, other)) continue;
      found.push({ ...place(edge, other), first: idOf(other), second: idOf(edge) });
      if (found.length === most) return found;
    }
    active.push(edge);
  }
  return found.sort((a, b) => a.x - b.x || a.y - b.y);
}

interface Edge {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  minX: number;
  maxX: number;
  outline: number;
  edge: number;
}

function edgesAlong(v: Ring, closed: boolean, outline: number): Edge[] {
  const n = v.length / 2;
  return Array.from({ length: closed ? n : Math.max(0, n - 1) }, (_, edge) => {
    const j = (edge + 1) % n;
    const [x0, y0, x1, y1] = [v[2 * edge], v[2 * edge + 1], v[2 * j], v[2 * j + 1]];
    return { x0, y0, x1, y1, minX: Math.min(x0, x1), maxX: Math.max(x0, x1), outline, edge };
  });
}

function cross(a: Edge, b: Edge): boolean {
  if (Math.max(a.y0, a.y1) < Math.min(b.y0, b.y1) || Math.max(b.y0, b.y1) < Math.min(a.y0, a.y1)) return false;
  const p = orientation(a.x0, a.y0, a.x1, a.y1, b.x0, b.y0) * orientation(a.x0, a.y0, a.x1, a.y1, b.x1, b.y1);
  if (p >= 0) return false;
  return orientation(b.x0, b.y0, b.x1, b.y1, a.x0, a.y0) * orientation(b.x0, b.y0, b.x1, b.y1, a.x1, a.y1) < 0;
}

function place(a: Edge, b: Edge): { x: number; y: number } {
  const [dx, dy, ex, ey] = [a.x1 - a.x0, a.y1 - a.y0, b.x1 - b.x0, b.y1 - b.y0];
  const t = ((b.x0 - a.x0) * ey - (b.y0 - a.y0) * ex) / (dx * ey - dy * ex);
  return { x: a.x0 + t * dx, y: a.y0 + t * dy };
}

function idOf({ outline, edge }: Edge): Crossing["first"] {
  return { outline, edge };
}
