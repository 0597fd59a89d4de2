/** Whole numbers in a typed array that grows by doubling. */
export class GrowingInts {
  values = new Int32Array(256);
  length = 0;

  push(value: number): void {
    if (this.length === this.values.length) {
      const larger = new Int32Array(2 * this.length);
      larger.set(this.values);
      this.values = larger;
    }
    this.values[this.length++] = value;
  }

  /** Adds the values from one place to another. */
  append(values: Int32Array, from: number, to: number): void {
    for (let i = from; i < to; i++) this.push(values[i]);
  }
}

/** Doubles, likewise. */
export class GrowingDoubles {
  values = new Float64Array(256);
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
