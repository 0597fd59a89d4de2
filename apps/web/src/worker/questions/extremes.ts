export function extremes(values: Float64Array): { least: number; greatest: number } {
  let least = Number.POSITIVE_INFINITY;
  let greatest = Number.NEGATIVE_INFINITY;
  for (const value of values) {
    least = Math.min(least, value);
    greatest = Math.max(greatest, value);
  }
  return { least, greatest };
}
