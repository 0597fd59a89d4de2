import type { Ring } from "../polygon";

/** Throws RangeError for a count of decimals out of range. */
export function requireDecimals(decimals: number): void {
  if (!Number.isInteger(decimals) || decimals < 0 || decimals > 17)
    throw new RangeError(`decimals must be a whole number from 0 to 17, not ${decimals}`);
}

/** Decimal without an exponent, without trailing zeros, without −0. */
export function plainNumber(value: number, decimals: number): string {
  if (Math.abs(value) >= 1e21) return BigInt(value).toString();
  const text = value.toFixed(decimals);
  const short = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return short === "-0" ? "0" : short;
}

export function effectOfRounding(rings: readonly Ring[], decimals: number): { rounding: number; merged: number } {
  let rounding = 0;
  let merged = 0;
  for (const ring of rings) {
    const n = ring.length;
    const rounded = Float64Array.from(ring, (value) => Number(plainNumber(value, decimals)));
    for (let i = 0; i < n; i += 2) {
      rounding = Math.max(rounding, Math.hypot(rounded[i] - ring[i], rounded[i + 1] - ring[i + 1]));
      const before = (i + n - 2) % n;
      if (rounded[i] === rounded[before] && rounded[i + 1] === rounded[before + 1]) merged++;
    }
  }
  return { rounding, merged };
}
