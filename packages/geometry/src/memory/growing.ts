/** Up to 64 bytes lie within V8's own heap, where they cost next to nothing; small arrangements need no more. */
const BYTES = 64;

/** What is cleared keeps room for so many values at most. */
const KEPT = 2 ** 16;

/** Whole numbers in a typed array that grows by doubling. */
export class GrowingInts {
  values = new Int32Array(BYTES / 4);
  length = 0;

  clear(): void {
    this.length = 0;
    if (this.values.length > KEPT) this.values = new Int32Array(BYTES / 4);
  }

  push(value: number): void {
    if (this.length === this.values.length) this.makeRoom(1);
    this.values[this.length++] = value;
  }

  pushTwo(value: number, other: number): void {
    if (this.length + 2 > this.values.length) this.makeRoom(2);
    this.values[this.length++] = value;
    this.values[this.length++] = other;
  }

  /** Adds the values from one place to another; one by one, as most are few, and a view of them would cost more. */
  append(values: Int32Array, from: number, to: number): void {
    if (this.length + to - from > this.values.length) this.makeRoom(to - from);
    const mine = this.values;
    let at = this.length;
    for (let i = from; i < to; i++) mine[at++] = values[i];
    this.length = at;
  }

  private makeRoom(more: number): void {
    const larger = new Int32Array(2 * Math.max(this.length + more, this.values.length));
    larger.set(this.values);
    this.values = larger;
  }
}

/** Doubles, likewise. */
export class GrowingDoubles {
  values = new Float64Array(BYTES / 8);
  length = 0;

  clear(): void {
    this.length = 0;
    if (this.values.length > KEPT) this.values = new Float64Array(BYTES / 8);
  }

  push(value: number): void {
    if (this.length === this.values.length) {
      const larger = new Float64Array(2 * this.length);
      larger.set(this.values);
      this.values = larger;
    }
    this.values[this.length++] = value;
  }
}
