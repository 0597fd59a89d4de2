/** The least of 1, 2 and 5 with zeros that is no less than a value, but for rounding; as a factor of 1, 2, 5 or 10 and a power of ten. */
export function roundUp(value: number): { rounded: number; factor: number; power: number } {
  const power = 10 ** Math.floor(Math.log10(value));
  const factor = [1, 2, 5].find((each) => each * power >= value * (1 - 1e-9)) ?? 10;
  return { rounded: factor * power, factor, power };
}
