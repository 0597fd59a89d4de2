/** Sets of whole numbers that are joined two by two; each is told by the least number in it. */
export class JoinedSets {
  /** One more than a lesser number of the same set; 0 for the least one. */
  private readonly parent: Int32Array;

  constructor(count: number) {
    this.parent = new Int32Array(count);
  }

  of(number: number): number {
    const { parent } = this;
    let i = number;
    while (parent[i] !== 0) {
      const up = parent[i] - 1;
      if (parent[up] !== 0) parent[i] = parent[up];
      i = up;
    }
    return i;
  }

  join(i: number, j: number): void {
    const p = this.of(i);
    const q = this.of(j);
    if (p < q) this.parent[q] = p + 1;
    else if (q < p) this.parent[p] = q + 1;
  }
}
