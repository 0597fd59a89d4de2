const float = new Float64Array(1);
const bits = new BigUint64Array(float.buffer);

/**
 * Writes finite doubles as BigInt multiples of one common power of two: `values[i] = result[i] * 2^exponent`, exactly.
 * The slow, certain end of every predicate.
 */
export function toCommonIntegers(values: readonly number[]): { integers: bigint[]; exponent: number } {
  let exponent = 1024;
  const mantissas: bigint[] = [];
  const exponents: number[] = [];
  for (const value of values) {
    const [m, e] = decompose(value);
    mantissas.push(m);
    exponents.push(e);
    if (m !== 0n && e < exponent) exponent = e;
  }
  const integers = mantissas.map((m, i) => (m === 0n ? 0n : m << BigInt(exponents[i] - exponent)));
  return { integers, exponent };
}

function decompose(value: number): [bigint, number] {
  float[0] = value;
  const word = bits[0];
  const biased = Number((word >> 52n) & 0x7ffn);
  const fraction = word & 0xfffffffffffffn;
  const mantissa = biased === 0 ? fraction : fraction | (1n << 52n);
  return [word >> 63n ? -mantissa : mantissa, Math.max(biased, 1) - 1075];
}
