import { numberText } from "../decimals";
import { type BoxLength, type Figure, pointKey } from "../figure";
import { DOUBLES, type Form, type ReadFigure, SHAPES } from "../form";
import type { Style } from "../style";

/**
 * A rule for each shape that clips to it (CSS Shapes 1, polygon()). There is one row of points: several rings are gone around one
 * after the other, from the first one's start to theirs and back, along seams that enclose nothing. What was told as a share of the
 * plan's box is a percentage, with calc() where a length stands beside it.
 */
export const cssPolygon: Form = {
  title: "CSS polygon",
  group: "drawings and style sheets",
  ending: "css",
  mediaType: "text/css",
  keepsCurves: false,
  holds: { kinds: SHAPES, open: false, names: true, empty: false },
  layouts: [],
  numbers: DOUBLES,
  axis: "down",
  isBox: true,
  hasBoxLengths: true,
  remark(figures) {
    const mixed = figures.reduce((sum, { mixedLengths }) => sum + mixedLengths, 0);
    const remarks = [
      figures.some(({ lines }) => lines.length > 1) ? "several rings are joined by seams that enclose nothing" : null,
      mixed > 0
        ? `${mixed === 1 ? "one coordinate goes" : `${mixed} coordinates go`} with both sides of the box, or not in proportion: no percentage tells that, px here`
        : null,
    ];
    return remarks.filter((remark) => remark !== null).join("; ") || null;
  },
  write: (figures, style) => figures.map((figure) => rule(figure, style)).join(""),
  read: (content, style) =>
    [
      ...String(content).matchAll(/\/\* points of its rings: ([\d, ]+) \*\/\s*clip-path: polygon\(evenodd,([^;]*)\);/g),
    ].map(([, counts, list]) => readPolygon(counts.split(", ").map(Number), list, style)),
};

function rule(figure: Figure, style: Style): string {
  const number = numberText(style);
  const { minX, minY, maxX, maxY } = style.box;
  const along = (value: number, length: BoxLength | null | undefined, size: number): string => {
    if (style.shares) return `${number(100 * value)}%`;
    if (!length) return `${number(value)}px`;
    const { fraction, fixed } = length;
    const share = `${percentText(style, size)(100 * fraction)}%`;
    return fixed === 0 ? share : `calc(${share} ${fixed < 0 ? "-" : "+"} ${number(Math.abs(fixed))}px)`;
  };
  const lines = figure.lines.filter(({ vertices }) => vertices.length > 0);
  const [first, ...others] = lines.map(({ vertices }) =>
    Array.from({ length: vertices.length / 2 }, (_, i) => {
      const [x, y] = [vertices[2 * i], vertices[2 * i + 1]];
      const lengths = figure.boxLengths.get(pointKey(x, y));
      return `${along(x, lengths?.[0], maxX - minX)} ${along(y, lengths?.[1], maxY - minY)}`;
    }),
  );
  const seamed = others.flatMap((row) => [first[0], ...row, row[0]]);
  const all = others.length === 0 ? first : [...first, ...seamed, first[0]];
  const counts = lines.map(({ vertices }) => vertices.length / 2).join(", ");
  const polygon = ["evenodd", ...all].join(",\n    ");
  return `.${figure.name} {\n  /* points of its rings: ${counts} */\n  clip-path: polygon(${polygon});\n}\n`;
}

/** Percentages in as many decimals as it takes for them to be as fine as lengths. */
function percentText(style: Style, size: number): (value: number) => string {
  const { decimals, numbers } = style;
  if (decimals === "exact") return numberText(style);
  const more = Math.max(0, Math.ceil(Math.log10(size / 100)));
  return numberText({ numbers, decimals: Math.min(17, decimals + more) });
}

/** The rings again: before each but the first the first one's start stands, behind each its own. */
function readPolygon(counts: readonly number[], list: string, { shares, box }: Style): ReadFigure {
  const [width, height] = shares ? [1, 1] : [box.maxX - box.minX, box.maxY - box.minY];
  const all = list
    .split(",")
    .map((point) => point.match(/calc\([^)]*\)|\S+/g) ?? [])
    .map(([x = "", y = ""]) => [lengthOf(x, width), lengthOf(y, height)]);
  let at = 0;
  const lines = counts.map((count, r) => {
    const from = r === 0 ? 0 : at + 1;
    at = from + count + (r === 0 ? 0 : 1);
    return { points: all.slice(from, from + count).flat(), closed: true };
  });
  return { lines };
}

/** A length of CSS, percentages of a size: `12px`, `40%`, `calc(100% - 12px)`. */
function lengthOf(text: string, size: number): number {
  let sum = 0;
  for (const [, sign, digits, unit] of text.matchAll(/([-+]\s+)?(-?[\d.]+(?:e[-+]?\d+)?)(px|%)/g))
    sum += (sign?.startsWith("-") ? -1 : 1) * Number(digits) * (unit === "%" ? size / 100 : 1);
  return sum;
}
