import { parsePathData, writePathData } from "../../path";
import { numberText } from "../decimals";
import type { Figure } from "../figure";
import { DOUBLES, type Form, type ReadFigure, SHAPES_AND_POINTS } from "../form";
import { linesOfPathData } from "./svg-path";

/** A document with a path a shape, by its name; points are small circles. https://www.w3.org/TR/SVG2/ */
export const svg: Form = {
  title: "SVG",
  group: "drawings and style sheets",
  ending: "svg",
  mediaType: "image/svg+xml",
  keepsCurves: true,
  holds: { kinds: SHAPES_AND_POINTS, open: true, names: true },
  layouts: [],
  numbers: DOUBLES,
  axis: "down",
  write(figures, style) {
    const number = numberText(style);
    const { minX, minY, maxX, maxY } = style.box;
    const [width, height] = [number(maxX - minX), number(maxY - minY)];
    const box = `${number(minX)} ${number(minY)} ${width} ${height}`;
    const radius = number(Math.max(maxX - minX, maxY - minY) / 200);
    const parts = figures.map((figure) => `  ${element(figure, number, radius)}\n`);
    const root = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}" width="${width}" height="${height}">`;
    return `${root}\n${parts.join("")}</svg>\n`;
  },
  read(content) {
    const elements = String(content).matchAll(/<path id="[^"]*"[^>]* d="([^"]*)"\/>|<g id="[^"]*">([\s\S]*?)<\/g>/g);
    return [...elements].map(([, data, circles]) =>
      data === undefined
        ? { lines: [{ points: circlesIn(circles), closed: false }] }
        : { lines: linesOfPathData(data), path: parsePathData(data) },
    );
  },
};

/** Regions are filled; outlines are drawn as lines, which no fill rule has a part in. */
function element(figure: Figure, number: (value: number) => string, radius: string): string {
  const { name, kind, lines } = figure;
  if (kind === "points") {
    const all = Array.from(lines[0].vertices, number);
    const circles = all.flatMap((x, i) =>
      i % 2 === 0 ? [`<circle cx="${x}" cy="${all[i + 1]}" r="${radius}"/>`] : [],
    );
    return `<g id="${name}">${circles.join("")}</g>`;
  }
  const data = writePathData(figure.curves(), number).replaceAll("\n", " ");
  const paint = kind === "region" ? 'fill-rule="evenodd"' : 'fill="none" stroke="currentColor"';
  return `<path id="${name}" ${paint} d="${data}"/>`;
}

function circlesIn(text: string): ReadFigure["lines"][number]["points"] {
  return [...text.matchAll(/cx="([^"]*)" cy="([^"]*)"/g)].flatMap(([, x, y]) => [Number(x), Number(y)]);
}
