import { writeNumber } from "@vertexon/notation";

/** A tolerance as the script has it: with two digits behind the first that counts, at least. */
export function toleranceText(tolerance: number): string {
  return writeNumber(tolerance, Math.max(2, 3 - Math.floor(Math.log10(tolerance))));
}
