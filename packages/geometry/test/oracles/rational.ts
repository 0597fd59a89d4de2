import { toCommonIntegers } from "../../src";

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
  /** Doubles over one common denominator, which keeps sums short. */
  static ofAll(values: readonly number[]): Rational[] {
    const { integers } = toCommonIntegers([1, ...values]);
    return integers.slice(1).map((n) => new Rational(n, integers[0]));
  }
  plus(o: Rational): Rational {
    if (this.d === o.d) return new Rational(this.n + o.n, this.d);
    return new Rational(this.n * o.d + o.n * this.d, this.d * o.d);
  }
  minus(o: Rational): Rational {
    if (this.d === o.d) return new Rational(this.n - o.n, this.d);
    return new Rational(this.n * o.d - o.n * this.d, this.d * o.d);
  }
  times(o: Rational): Rational {
    return new Rational(this.n * o.n, this.d * o.d);
  }
  over(o: Rational): Rational {
    if (this.d === o.d) return new Rational(this.n, o.n);
    return new Rational(this.n * o.d, this.d * o.n);
  }
  compare(o: Rational): number {
    const difference = this.d === o.d ? this.n - o.n : this.n * o.d - o.n * this.d;
    return difference > 0n ? 1 : difference < 0n ? -1 : 0;
  }
  toNumber(): number {
    const shift = 1n << 80n;
    return Number((this.n * shift) / this.d) / 2 ** 80;
  }
}
