import type { MultiPolygon, Polygon, Ring } from "../polygon";
import type { Arrangement } from "./arrange";
import { nest } from "./nesting";
import type { Pieces } from "./pieces";
import { restoreVertices } from "./restore";
import { cornersOf, joinRings, startOf } from "./rings";

export interface CombineReport {
  /** Side of the grid's pixels, a power of two, in plan units. */
  gridStep: number;
  /** No point of the boundary was moved further than this, in plan units. */
  movement: number;
  /** Rounds of snapping until nothing changed. */
  passes: number;
  /** Proper crossings between edges. */
  intersections: number;
  pieces: number;
  holes: number;
  /** Input vertices in the result that had to stay on the grid because something lies within three steps of them. */
  verticesMoved: number;
  /** For each ring of the result (each polygon's outer ring, then its holes): the operands that its edges come from. */
  sources: number[][];
}

export interface CombineResult {
  polygons: Polygon[];
  report: CombineReport;
}

/** Tells from the operands that a place lies in whether it belongs to the result. */
export type Selection = (inside: readonly boolean[]) => boolean;

/** The part of the plane that a selection takes, as polygons. */
export function select(arrangement: Arrangement, selection: Selection): CombineResult {
  const { pieces, inside } = arrangement;
  const selected = new Uint8Array(2 * pieces.from.length);
  for (let h = 0; h < selected.length; h++) selected[h] = selection(inside(h)) && !selection(inside(h ^ 1)) ? 1 : 0;
  return assemble(arrangement, selected);
}

/** The polygons around the faces to the left of the selected half-edges. */
export function assemble(arrangement: Arrangement, selected: Uint8Array): CombineResult {
  const { grid, pieces, stars, original, isVertex } = arrangement;
  const halfEdges = joinRings(pieces, stars, selected);
  const degree = degreesOf(pieces, halfEdges);
  const corners = halfEdges.map((ring) => startAtLeast(cornersOf(pieces, ring, degree, isVertex)));
  const gridRings = corners.map((nodes) => ringOf(nodes, pieces.x, pieces.y));
  const nests = nest(gridRings);
  const positions = restoreVertices(grid, pieces.x, pieces.y, corners, original);
  const byStart = (i: number, j: number): number => compareNumbers(corners[i], corners[j]);
  for (const { holes } of nests) holes.sort(byStart);
  nests.sort((m, n) => byStart(m.outer, n.outer));
  const ring = (i: number): Ring => ringOf(corners[i], positions.x, positions.y);
  const polygons = nests.map(({ outer, holes }) => ({ outer: ring(outer), holes: holes.map(ring) }));
  const order = nests.flatMap(({ outer, holes }) => [outer, ...holes]);
  const bent = arrangement.movement > 0;
  const steps = arrangement.movement + (bent || positions.moved > 0 ? arrangement.rounding : 0);
  return {
    polygons,
    report: {
      gridStep: grid.step,
      movement: steps * grid.step,
      passes: arrangement.passes,
      intersections: arrangement.intersections,
      pieces: polygons.length,
      holes: countHoles(polygons),
      verticesMoved: positions.moved,
      sources: order.map((i) => sourcesOf(pieces, halfEdges[i])),
    },
  };
}

/** How many edges of rings meet at each node; past three it only matters that more than one ring does. */
function degreesOf(pieces: Pieces, rings: readonly Int32Array[]): Uint8Array {
  const degree = new Uint8Array(pieces.x.length);
  for (const ring of rings)
    for (const h of ring)
      for (const node of [startOf(pieces, h), startOf(pieces, h ^ 1)]) degree[node] = Math.min(3, degree[node] + 1);
  return degree;
}

function countHoles(polygons: MultiPolygon): number {
  return polygons.reduce((sum, { holes }) => sum + holes.length, 0);
}

function sourcesOf({ turn, operands }: Pieces, ring: Int32Array): number[] {
  return Array.from({ length: operands }, (_, k) => k).filter((k) =>
    ring.some((h) => turn[(h >> 1) * operands + k] !== 0),
  );
}

function ringOf(nodes: readonly number[], x: Float64Array, y: Float64Array): Ring {
  const ring = new Float64Array(2 * nodes.length);
  nodes.forEach((node, i) => {
    ring[2 * i] = x[node];
    ring[2 * i + 1] = y[node];
  });
  return ring;
}

/** Nodes are numbered lexicographically, so the least number is the canonical start. */
function startAtLeast(nodes: number[]): number[] {
  const least = nodes.indexOf(nodes.reduce((a, b) => Math.min(a, b)));
  return [...nodes.slice(least), ...nodes.slice(0, least)];
}

export function compareNumbers(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) if (a[i] !== b[i]) return a[i] - b[i];
  return a.length - b.length;
}
