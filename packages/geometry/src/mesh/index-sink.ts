/** The indices of triangles, as they come. */
export class IndexSink {
  private readonly indices: Uint32Array;
  private count = 0;

  /** Room for so many triangles. */
  constructor(triangles: number) {
    this.indices = new Uint32Array(3 * triangles);
  }

  add(a: number, b: number, c: number): void {
    this.indices[this.count++] = a;
    this.indices[this.count++] = b;
    this.indices[this.count++] = c;
  }

  /** As 16 bit where they fit. */
  finish(vertices: number): Uint16Array | Uint32Array {
    const used = this.indices.subarray(0, this.count);
    return vertices <= 1 << 16 ? Uint16Array.from(used) : used.slice();
  }
}
