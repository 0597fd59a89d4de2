/** Points in square cells, about one to a cell, for all that lie in a box. */
export class PointGrid {
  private readonly columns: number;
  private readonly rows: number;
  private readonly cell: number;
  private readonly x: number;
  private readonly y: number;
  /** Points by cells: those of cell c are order[first[c]] to order[first[c + 1]]. */
  private readonly first: Int32Array;
  private readonly order: Int32Array;

  /** x0 y0 x1 y1 …, one point at least. */
  constructor(private readonly points: Float64Array) {
    const count = points.length / 2;
    let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity];
    for (let i = 0; i < points.length; i += 2) {
      x0 = Math.min(x0, points[i]);
      x1 = Math.max(x1, points[i]);
      y0 = Math.min(y0, points[i + 1]);
      y1 = Math.max(y1, points[i + 1]);
    }
    const extent = Math.max(x1 - x0, y1 - y0);
    this.cell = extent > 0 && extent < Infinity ? extent / Math.ceil(Math.sqrt(count)) : 1;
    [this.x, this.y] = [x0, y0];
    this.columns = 1 + this.index(x1, x0, Math.ceil(Math.sqrt(count)));
    this.rows = 1 + this.index(y1, y0, Math.ceil(Math.sqrt(count)));
    this.first = new Int32Array(this.columns * this.rows + 1);
    const cells = Int32Array.from({ length: count }, (_, i) => this.cellOf(points[2 * i], points[2 * i + 1]));
    for (const c of cells) this.first[c + 1]++;
    for (let c = 0; c < this.columns * this.rows; c++) this.first[c + 1] += this.first[c];
    const fill = this.first.slice();
    this.order = new Int32Array(count);
    cells.forEach((c, i) => {
      this.order[fill[c]++] = i;
    });
  }

  forEachIn(
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    visit: (index: number, x: number, y: number) => void,
  ): void {
    const { points, columns, rows, first, order } = this;
    const [c0, c1] = [this.index(x0, this.x, columns - 1), this.index(x1, this.x, columns - 1)];
    const [r0, r1] = [this.index(y0, this.y, rows - 1), this.index(y1, this.y, rows - 1)];
    for (let row = r0; row <= r1; row++)
      for (let k = first[row * columns + c0]; k < first[row * columns + c1 + 1]; k++) {
        const i = order[k];
        const [x, y] = [points[2 * i], points[2 * i + 1]];
        if (x >= x0 && x <= x1 && y >= y0 && y <= y1) visit(i, x, y);
      }
  }

  private cellOf(x: number, y: number): number {
    return this.index(y, this.y, this.rows - 1) * this.columns + this.index(x, this.x, this.columns - 1);
  }

  /** Rounding is the same for points and boxes, and rises with the coordinate: none is missed. */
  private index(value: number, origin: number, most: number): number {
    return Math.max(0, Math.min(most, Math.floor((value - origin) / this.cell)));
  }
}
