import { filled, type Ring, requireFiniteRings, type WindingRule } from "../polygon";
import { type PixelGrid, pixelGrid } from "./grid";
import { nodeAt, PieceCollector, type Pieces, sortedNodes } from "./pieces";
import { snapRound } from "./snap-round";
import { type Stars, starsOf, windingsOf } from "./windings";

/** Rings and the winding numbers that count as inside. */
export interface Region {
  rings: Ring[];
  fillRule: WindingRule;
}

export interface Arrangement {
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

/**
 * Arranges operands, and polylines that only cut. The polylines form one more column of turns behind those of the
 * operands: it tells where they run, and means no winding number.
 */
export function arrange(operands: readonly Region[], cutters: readonly Ring[] = []): Arrangement {
  operands.forEach(({ rings }, k) => {
    requireFiniteRings(rings, `operand ${k + 1}`);
  });
  requireFiniteRings(cutters, "the cutter");
  const layers: Layer[] = operands.map(({ rings }) => ({ outlines: rings, cuts: false }));
  if (cutters.length) layers.push({ outlines: cutters, cuts: true });
  const grid = pixelGrid(layers.flatMap(({ outlines }) => outlines));
  const rounded = snapRound(edgesOnGrid(grid, layers));
  const { pieces } = rounded;
  const stars = starsOf(pieces);
  const left = windingsOf(pieces, stars);
  const count = operands.length;
  const flags = new Array<boolean>(count).fill(false);
  const inside = (h: number): readonly boolean[] => {
    for (let k = 0; k < count; k++) flags[k] = filled(left[h * layers.length + k], operands[k].fillRule);
    return flags;
  };
  return { grid, stars, inside, ...rounded, ...inputVertices(grid, pieces, layers) };
}

/** Rings of one operand, or the open polylines that cut. */
interface Layer {
  outlines: readonly Ring[];
  cuts: boolean;
}

/** All edges as pieces between grid points, coinciding ones merged. */
function edgesOnGrid(grid: PixelGrid, layers: readonly Layer[]): Pieces {
  const xs: number[] = [];
  const ys: number[] = [];
  for (const { outlines } of layers)
    for (const outline of outlines)
      for (let i = 0; i < outline.length; i += 2) {
        xs.push(grid.column(outline[i]));
        ys.push(grid.row(outline[i + 1]));
      }
  const { x, y } = sortedNodes(xs, ys);
  const collector = new PieceCollector(x, y, layers.length);
  let at = 0;
  layers.forEach(({ outlines, cuts }, k) => {
    const one = layers.map((_, i) => (i === k ? 1 : 0));
    for (const outline of outlines) {
      const nodes = Int32Array.from({ length: outline.length / 2 }, (_, i) => nodeAt(x, y, xs[at + i], ys[at + i]));
      at += nodes.length;
      for (let i = cuts ? 1 : 0; i < nodes.length; i++) {
        const u = nodes[i === 0 ? nodes.length - 1 : i - 1];
        const v = nodes[i];
        // A cut counts forwards only, so that one that runs back over itself does not cancel out.
        if (u !== v) collector.add(cuts ? Math.min(u, v) : u, cuts ? Math.max(u, v) : v, one, 0, 1);
      }
    }
  });
  return collector.collect();
}

function inputVertices(grid: PixelGrid, { x, y }: Pieces, layers: readonly Layer[]) {
  const count = layers.length;
  const original = new Float64Array(2 * x.length).fill(Number.NaN);
  const owners = new Uint8Array(x.length * count);
  let rounding = 0;
  layers.forEach(({ outlines }, k) => {
    for (const ring of outlines)
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
