/** A fraction of two BigInts, in lowest terms only as far as needed: slow, and certainly right. */
export class Rational {
  constructor(
    readonly n: bigint,
    readonly d: bigint = 1n,
  ) {
    if (d < 0n) {
      this.n = -n;
      this.d = -d;
    }
  }
  static of(value: number): Rational {
    // A double is an integer over a power of two.
    let scale = 0n;
    let scaled = value;
    while (!Number.isInteger(scaled)) {
      scaled *= 2;
      scale++;
    }
    return new Rational(BigInt(scaled), 1n << scale);
  }
  plus(o: Rational): Rational {
    return new Rational(this.n * o.d + o.n * this.d, this.d * o.d);
  }
  minus(o: Rational): Rational {
    return new Rational(this.n * o.d - o.n * this.d, this.d * o.d);
  }
  times(o: Rational): Rational {
    return new Rational(this.n * o.n, this.d * o.d);
  }
  over(o: Rational): Rational {
    return new Rational(this.n * o.d, this.d * o.n);
  }
  compare(o: Rational): number {
    const difference = this.n * o.d - o.n * this.d;
    return difference > 0n ? 1 : difference < 0n ? -1 : 0;
  }
  toNumber(): number {
    const shift = 1n << 80n;
    return Number((this.n * shift) / this.d) / 2 ** 80;
  }
}
