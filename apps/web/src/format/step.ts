/** What the arrow keys change a number by: a tenth of it or less, as a power of ten. */
export function stepOf(value: number): number {
  const power = Math.floor(Math.log10(Math.abs(value))) - 1;
  return Number.isFinite(power) ? Number(`1e${power}`) : 1;
}

/** What they change a coordinate by, on a plan or anything else of a size. */
export function stepAcross({ width, height }: { width: number; height: number }): number {
  return stepOf(Math.max(width, height) / 10);
}
