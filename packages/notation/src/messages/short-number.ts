/** A number in a message: no more digits than tell what is wrong. */
export function shortNumber(value: number): string {
  return String(Number(value.toPrecision(5)));
}
