import { filled, type MultiPolygon, type Operand, type Polygon, type Ring, requireFiniteRings } from "../polygon";
import { type PixelGrid, pixelGrid } from "./grid";
import { nest } from "./nesting";
import { nodeAt, PieceCollector, type Pieces, sortedNodes } from "./pieces";
import { restoreVertices } from "./restore";
import { cornersOf, joinRings, startOf } from "./rings";
import { snapRound } from "./snap-round";
import { type Stars, starsOf, windingsOf } from "./windings";

export type Operation = "union" | "intersection" | "difference" | "xor";

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

/**
 * A set operation on two shapes. The result is regularised, valid and canonical: rings start at their lexicographically
 * least vertex, rings and polygons are ordered by it. Throws `OperandError` for coordinates that are not finite; every
 * finite input has a result.
 */
export function combine(operation: Operation, a: Operand, b: Operand): CombineResult {
  return combineAll(operation, [a, b]);
}

/**
 * The same on any number of shapes at once: in at least one (union), in all (intersection), in the first and no other
 * (difference), in an odd number (xor). Without operands the result is empty.
 */
export function combineAll(operation: Operation, operands: readonly Operand[]): CombineResult {
  const arrangement = arrange(operands);
  return select(arrangement, SELECTIONS[operation]);
}

/** Every region of overlapping shapes by the set of shapes that it lies in (`inside`: indices of operands, rising). */
export function regions(operands: readonly Operand[]): { polygons: Polygon[]; inside: number[] }[] {
  const arrangement = arrange(operands);
  const keys = new Map<string, number[]>();
  for (let h = 0; h < 2 * arrangement.pieces.from.length; h++) {
    const inside = [...arrangement.inside(h)].flatMap((yes, k) => (yes ? [k] : []));
    if (inside.length) keys.set(inside.join(), inside);
  }
  const sets = [...keys.values()].sort((a, b) => a.length - b.length || compareNumbers(a, b));
  return sets.map((inside) => {
    const wanted = operands.map((_, k) => inside.includes(k));
    const { polygons } = select(arrangement, (flags) => flags.every((flag, k) => flag === wanted[k]));
    return { polygons, inside };
  });
}

/** Tells from the operands that a place lies in whether it belongs to the result. */
type Selection = (inside: readonly boolean[]) => boolean;

const SELECTIONS: Record<Operation, Selection> = {
  union: (inside) => inside.some(Boolean),
  intersection: (inside) => inside.length > 0 && inside.every(Boolean),
  difference: (inside) => inside[0] && !inside.some((yes, k) => yes && k > 0),
  xor: (inside) => inside.filter(Boolean).length % 2 === 1,
};

interface Arrangement {
  grid: PixelGrid;
  pieces: Pieces;
  stars: Stars;
  passes: number;
  intersections: number;
  /** In grid steps. */
  movement: number;
  /** Greatest movement of a vertex onto the grid, in grid steps. */
  rounding: number;
  /** Which operands lie to the left of a half-edge. The array is reused by the next call. */
  inside(h: number): readonly boolean[];
  /** x, y of the input vertex at a node (the lexicographically least of several), or NaN. */
  original: Float64Array;
  isVertex(node: number, operand: number): boolean;
}

function arrange(operands: readonly Operand[]): Arrangement {
  operands.forEach(({ rings }, k) => {
    requireFiniteRings(rings, `operand ${k + 1}`);
  });
  const rings = operands.flatMap((operand) => operand.rings);
  const grid = pixelGrid(rings);
  const rounded = snapRound(edgesOnGrid(grid, operands));
  const { pieces } = rounded;
  const stars = starsOf(pieces);
  const left = windingsOf(pieces, stars);
  const count = operands.length;
  const flags = new Array<boolean>(count).fill(false);
  const inside = (h: number): readonly boolean[] => {
    for (let k = 0; k < count; k++) flags[k] = filled(left[h * count + k], operands[k].fillRule);
    return flags;
  };
  return { grid, stars, inside, ...rounded, ...inputVertices(grid, pieces, operands) };
}

/** All edges as pieces between grid points, coinciding ones merged. */
function edgesOnGrid(grid: PixelGrid, operands: readonly Operand[]): Pieces {
  const xs: number[] = [];
  const ys: number[] = [];
  for (const { rings } of operands)
    for (const ring of rings)
      for (let i = 0; i < ring.length; i += 2) {
        xs.push(grid.column(ring[i]));
        ys.push(grid.row(ring[i + 1]));
      }
  const { x, y } = sortedNodes(xs, ys);
  const collector = new PieceCollector(x, y, operands.length);
  let at = 0;
  operands.forEach(({ rings }, k) => {
    const one = operands.map((_, i) => (i === k ? 1 : 0));
    for (const ring of rings) {
      const nodes = Int32Array.from({ length: ring.length / 2 }, (_, i) => nodeAt(x, y, xs[at + i], ys[at + i]));
      at += nodes.length;
      nodes.forEach((u, i) => {
        const v = nodes[(i + 1) % nodes.length];
        if (u !== v) collector.add(u, v, one, 0, 1);
      });
    }
  });
  return collector.collect();
}

function inputVertices(grid: PixelGrid, { x, y }: Pieces, operands: readonly Operand[]) {
  const count = operands.length;
  const original = new Float64Array(2 * x.length).fill(Number.NaN);
  const owners = new Uint8Array(x.length * count);
  let rounding = 0;
  operands.forEach(({ rings }, k) => {
    for (const ring of rings)
      for (let i = 0; i < ring.length; i += 2) {
        const px = ring[i] + 0;
        const py = ring[i + 1] + 0;
        const node = nodeAt(x, y, grid.column(px), grid.row(py));
        owners[node * count + k] = 1;
        const ox = original[2 * node];
        const oy = original[2 * node + 1];
        if (Number.isNaN(ox) || px < ox || (px === ox && py < oy)) original.set([px, py], 2 * node);
        const dx = (px - grid.x(x[node])) / grid.step;
        const dy = (py - grid.y(y[node])) / grid.step;
        rounding = Math.max(rounding, Math.hypot(dx, dy));
      }
  });
  return { original, rounding, isVertex: (node: number, k: number) => owners[node * count + k] === 1 };
}

function select(arrangement: Arrangement, selection: Selection): CombineResult {
  const { grid, pieces, stars, inside, original, isVertex } = arrangement;
  const selected = new Uint8Array(2 * pieces.from.length);
  const degree = new Uint8Array(pieces.x.length);
  for (let h = 0; h < selected.length; h++) {
    if (!selection(inside(h)) || selection(inside(h ^ 1))) continue;
    selected[h] = 1;
    // Past three it only matters that more than one ring meets here.
    degree[startOf(pieces, h)] = Math.min(3, degree[startOf(pieces, h)] + 1);
    degree[startOf(pieces, h ^ 1)] = Math.min(3, degree[startOf(pieces, h ^ 1)] + 1);
  }
  const halfEdges = joinRings(pieces, stars, selected);
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

function compareNumbers(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) if (a[i] !== b[i]) return a[i] - b[i];
  return a.length - b.length;
}
