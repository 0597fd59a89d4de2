/** Up to 64 bytes lie within V8's own heap, where they cost next to nothing; small arrangements need no more. */
const BYTES = 64;

/** Whole numbers in a typed array that grows by doubling. */
export class GrowingInts {
  values = new Int32Array(BYTES / 4);
  length = 0;

  push(value: number): void {
    if (this.length === this.values.length) {
      const larger = new Int32Array(2 * this.length);
      larger.set(this.values);
      this.values = larger;
    }
    this.values[this.length++] = value;
  }

  pushTwo(value: number, other: number): void {
    if (this.length + 2 > this.values.length) {
      const larger = new Int32Array(2 * this.values.length);
      larger.set(this.values);
      this.values = larger;
    }
    const { values } = this;
    values[this.length] = value;
    values[this.length + 1] = other;
    this.length += 2;
  }

  /** Adds the values from one place to another. */
  append(values: Int32Array, from: number, to: number): void {
    const begin = this.length;
    this.length += to - from;
    if (this.length > this.values.length) {
      const larger = new Int32Array(2 * this.length);
      larger.set(this.values.subarray(0, begin));
      this.values = larger;
    }
    // One by one: most are few, and a view of them would cost more.
    const mine = this.values;
    for (let i = from, at = begin; i < to; i++, at++) mine[at] = values[i];
  }
}

/** Doubles, likewise. */
export class GrowingDoubles {
  values = new Float64Array(BYTES / 8);
  length = 0;

  push(value: number): void {
    if (this.length === this.values.length) {
      const larger = new Float64Array(2 * this.length);
      larger.set(this.values);
      this.values = larger;
    }
    this.values[this.length++] = value;
  }
}
