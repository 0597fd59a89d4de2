import { numberText } from "../decimals";
import { type Figure, type FigureLine, polygonsOfFigure } from "../figure";
import { ALL_KINDS, DOUBLES, type Form, type ReadFigure } from "../form";
import { declarationsOf } from "../source/declarations";
import { LAYOUTS, type Style } from "../style";
import { pointTexts } from "../text";
import { linesIn } from "./typescript";

/** An object with the name and what it holds; several in a list (RFC 8259). */
export const json: Form = {
  title: "JSON",
  group: "geometry and tables",
  ending: "json",
  mediaType: "application/json",
  keepsCurves: false,
  holds: { kinds: ALL_KINDS, open: true, names: true },
  layouts: LAYOUTS,
  numbers: DOUBLES,
  write(figures, style) {
    const objects = figures.map((figure) => object(figure, style));
    return figures.length === 1 ? `${objects[0]}\n` : `{ "shapes": [\n${objects.join(",\n")}\n] }\n`;
  },
  read(content) {
    const whole = JSON.parse(String(content));
    return (whole.shapes ?? [whole]).map(readObject);
  },
};

function object(figure: Figure, style: Style): string {
  const number = numberText(style);
  const points = (line: FigureLine): string => `[${pointTexts(line, number, (x, y) => `[${x}, ${y}]`).join(", ")}]`;
  const name = `{ "name": ${JSON.stringify(figure.name)},\n  `;
  if (style.layout === "nested" && figure.kind === "region") {
    const blocks = polygonsOfFigure(figure).map(
      ([outer, ...holes]) =>
        `    { "outer": ${points(outer)},\n      "holes": [${holes.map(points).join(",\n        ")}] }`,
    );
    return `${name}"polygons": [\n${blocks.join(",\n")}\n  ] }`;
  }
  if (style.layout === "nested" && figure.kind === "outline") {
    const blocks = figure.lines.map((line) => `    { "closed": ${line.closed}, "points": ${points(line)} }`);
    return `${name}"lines": [\n${blocks.join(",\n")}\n  ] }`;
  }
  const lists = declarationsOf({ ...figure, name: "" }, style, number).map(({ name: part, width, values }) => {
    const all =
      width === 1 ? values : figure.lines.flatMap((line) => pointTexts(line, number, (x, y) => `[${x}, ${y}]`));
    return `"${part === "" ? "numbers" : part.slice(1)}": [${all.join(", ")}]`;
  });
  for (const { name: column, values } of figure.columns) {
    const texts = values.map((value) =>
      typeof value === "string" ? JSON.stringify(value) : Number.isFinite(value) ? number(value) : "null",
    );
    lists.push(`"${column}": [${texts.join(", ")}]`);
  }
  return `${name}${lists.join(",\n  ") || '"vertices": []'} }`;
}

function readObject(value: Record<string, never>): ReadFigure {
  const { polygons, lines, numbers, vertices, xs, ys, indices, closed } = value as unknown as Record<string, number[]>;
  if (numbers) return { lines: [], numbers };
  if (polygons) return { lines: linesIn(polygons as never) };
  if (lines) return { lines: linesIn(lines as never) };
  const all = xs ? xs.flatMap((x, i) => [x, ys[i]]) : (vertices ?? []).flat();
  const starts = (value.ring_starts ?? value.line_starts ?? [0, all.length / 2]) as unknown as number[];
  return {
    indices,
    lines: starts.slice(1).map((end, r) => ({
      points: all.slice(2 * starts[r], 2 * end),
      closed: closed ? closed[r] === 1 : "ring_starts" in value,
    })),
  };
}
