import type { BoxTree } from "./box-tree";
import { NearEdges } from "./near-edges";
import { TileEdges } from "./tile-edges";

/** Tiles of no more samples look at boxes by their edges. */
const SMALL = 64;
/** Tiles of no more samples are not divided further. */
const TILE = 16;
/** Samples times edges up to which a larger one is not, either; nor is a large one with so few edges. */
const WORTH = 400;
const FEW = 2;

/** Distances from samples on a grid to the nearest of many edges: exact, by dividing the grid into tiles (see {@link NearEdges}). Where all is further than `reach`, it is taken to be that far. */
export class TileDistances {
  private readonly near: NearEdges;
  private readonly edges: TileEdges;

  constructor(
    tree: BoxTree,
    private readonly xs: Float64Array,
    private readonly ys: Float64Array,
    private readonly values: Float64Array,
    private readonly reach = Number.POSITIVE_INFINITY,
  ) {
    this.near = new NearEdges(tree);
    this.edges = new TileEdges(tree);
  }

  measure(): void {
    this.near.begin();
    this.tile(0, this.xs.length, 0, this.ys.length, 0, this.near.top, 0);
  }

  /** The samples of some columns and rows; `hint` is an edge that is near. */
  private tile(c0: number, c1: number, r0: number, r1: number, from: number, to: number, hint: number): void {
    const { xs, ys, near } = this;
    const cx = (xs[c0] + xs[c1 - 1]) / 2;
    const cy = (ys[r0] + ys[r1 - 1]) / 2;
    const hx = (xs[c1 - 1] - xs[c0]) / 2;
    const hy = (ys[r1 - 1] - ys[r0]) / 2;
    const begin = near.top;
    const samples = (c1 - c0) * (r1 - r0);
    const isSmall = samples <= SMALL;
    near.narrow(from, to, cx, cy, hx, hy, isSmall, hint);
    // No place of the tile is nearer than that.
    if (this.reach < Number.POSITIVE_INFINITY && near.centreGap - Math.hypot(hx, hy) > this.reach) {
      this.fillBeyond(c0, c1, r0, r1);
      near.top = begin;
      return;
    }
    const end = near.top;
    const nearest = near.edge;
    const count = end - begin;
    const isWorth = samples <= TILE || count <= FEW || samples * count <= WORTH;
    if (isWorth && (isSmall || near.areEdges(begin, end))) {
      this.edges.take(near.stack, begin, end, cx, cy, hx, hy);
      this.fill(c0, c1, r0, r1);
    } else {
      const c = c1 - c0 >= 2 ? (c0 + c1) >> 1 : c1;
      const r = r1 - r0 >= 2 ? (r0 + r1) >> 1 : r1;
      this.tile(c0, c, r0, r, begin, end, nearest);
      if (c < c1) this.tile(c, c1, r0, r, begin, end, nearest);
      if (r < r1) this.tile(c0, c, r, r1, begin, end, nearest);
      if (c < c1 && r < r1) this.tile(c, c1, r, r1, begin, end, nearest);
    }
    near.top = begin;
  }

  private fillBeyond(c0: number, c1: number, r0: number, r1: number): void {
    const width = this.xs.length;
    for (let r = r0; r < r1; r++) this.values.fill(this.reach, r * width + c0, r * width + c1);
  }

  /** Every sample of a tile against the edges that are left. */
  private fill(c0: number, c1: number, r0: number, r1: number): void {
    const { xs, ys, values, edges } = this;
    const width = xs.length;
    for (let r = r0; r < r1; r++) {
      const y = ys[r];
      const at = r * width;
      for (let c = c0; c < c1; c++) values[at + c] = edges.distance(xs[c], y);
    }
  }
}
