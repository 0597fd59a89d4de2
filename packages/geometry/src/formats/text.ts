import type { NumberText } from "./decimals";
import type { FigureLine } from "./figure";

/** The points of a line as texts. */
export function pointTexts(
  { vertices }: FigureLine,
  number: NumberText,
  write: (x: string, y: string) => string,
): string[] {
  return Array.from({ length: vertices.length / 2 }, (_, i) =>
    write(number(vertices[2 * i]), number(vertices[2 * i + 1])),
  );
}
