import { type NumberText, numberText } from "../decimals";
import type { Figure } from "../figure";
import { DOUBLES, type Form, type ReadFigure, SHAPES } from "../form";
import type { Style } from "../style";
import { pointTexts } from "../text";

/**
 * A rule for each shape that clips to it (CSS Shapes 1, polygon()). There is one row of points: several rings are gone around one
 * after the other, from the first one's start to theirs and back, along seams that enclose nothing.
 */
export const cssPolygon: Form = {
  title: "CSS polygon",
  ending: "css",
  mediaType: "text/css",
  keepsCurves: false,
  holds: { kinds: SHAPES, open: false, names: true, empty: false },
  layouts: [],
  numbers: DOUBLES,
  axis: "down",
  isBox: true,
  remark: (figures) =>
    figures.some(({ lines }) => lines.length > 1) ? "several rings are joined by seams that enclose nothing" : null,
  write: (figures, style) => figures.map((figure) => rule(figure, style)).join(""),
  read: (content, { shares }) =>
    [
      ...String(content).matchAll(/\/\* points of its rings: ([\d, ]+) \*\/\s*clip-path: polygon\(evenodd,([^;]*)\);/g),
    ].map(([, counts, list]) => readPolygon(counts.split(", ").map(Number), list, shares)),
};

function rule(figure: Figure, style: Style): string {
  const number = numberText(style);
  const unit: NumberText = style.shares ? (value) => `${number(100 * value)}%` : (value) => `${number(value)}px`;
  const lines = figure.lines.filter(({ vertices }) => vertices.length > 0);
  const [first, ...others] = lines.map((line) => pointTexts(line, unit, (x, y) => `${x} ${y}`));
  const seamed = others.flatMap((row) => [first[0], ...row, row[0]]);
  const all = others.length === 0 ? first : [...first, ...seamed, first[0]];
  const counts = lines.map(({ vertices }) => vertices.length / 2).join(", ");
  const polygon = ["evenodd", ...all].join(",\n    ");
  return `.${figure.name} {\n  /* points of its rings: ${counts} */\n  clip-path: polygon(${polygon});\n}\n`;
}

/** The rings again: before each but the first the first one's start stands, behind each its own. */
function readPolygon(counts: readonly number[], list: string, shares: boolean): ReadFigure {
  const all = [...list.matchAll(/(\S+?)(?:px|%) (\S+?)(?:px|%)(?=[,\s]|$)/g)].map(([, x, y]) =>
    [Number(x), Number(y)].map((value) => (shares ? value / 100 : value)),
  );
  let at = 0;
  const lines = counts.map((count, r) => {
    const from = r === 0 ? 0 : at + 1;
    at = from + count + (r === 0 ? 0 : 1);
    return { points: all.slice(from, from + count).flat(), closed: true };
  });
  return { lines };
}
