import type { NumberType, Style } from "./style";

/** Throws RangeError for a count of decimals out of range. */
export function requireDecimals(decimals: number | "exact"): void {
  if (decimals !== "exact" && !(Number.isInteger(decimals) && decimals >= 0 && decimals <= 17))
    throw new RangeError(`decimals must be a whole number from 0 to 17, or exact, not ${decimals}`);
}

export type NumberText = (value: number) => string;

/** How numbers are written, in a style. */
export function numberText({ decimals, numbers }: Pick<Style, "decimals" | "numbers">): NumberText {
  if (decimals !== "exact") return (value) => plainNumber(value, decimals);
  return numbers === "float32" ? shortestSingle : shortestDouble;
}

/** Decimal without an exponent, without trailing zeros, without −0. */
export function plainNumber(value: number, decimals: number): string {
  if (Math.abs(value) >= 1e21) return BigInt(value).toString();
  const text = value.toFixed(decimals);
  const short = decimals > 0 ? withoutZeros(text) : text;
  return short === "-0" ? "0" : short;
}

/** Without the zeros at the end of a fraction, and its point where nothing is left of it. */
function withoutZeros(text: string): string {
  let end = text.length;
  while (text.charCodeAt(end - 1) === ZERO) end--;
  if (text.charCodeAt(end - 1) === POINT) end--;
  return end === text.length ? text : text.slice(0, end);
}

const ZERO = 48;
const POINT = 46;

/** What a program holds after it has read a number. */
export function asHeld(value: number, numbers: NumberType): number {
  return numbers === "float32" ? Math.fround(value) : value;
}

/** The fewest digits that read back as the same double; −0 keeps its sign. */
function shortestDouble(value: number): string {
  return Object.is(value, -0) ? "-0.0" : String(value);
}

/** The fewest digits that read back as the nearest single. */
function shortestSingle(value: number): string {
  const single = Math.fround(value);
  if (single === 0 || !Number.isFinite(single)) return shortestDouble(single);
  for (let digits = 1; digits < 9; digits++) {
    const text = single.toPrecision(digits);
    if (Math.fround(Number(text)) === single) return String(Number(text));
  }
  return String(Number(single.toPrecision(9)));
}
