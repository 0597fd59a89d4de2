import { type NumberText, numberText } from "../decimals";
import { type Figure, type FigureLine, polygonsOfFigure } from "../figure";
import { DOUBLES, type Form, type ReadFigure, SHAPES_AND_POINTS } from "../form";
import { pointTexts } from "../text";

/** Well-known text (OGC 06-103r4, section 7): rings and closed lines end where they begin; several figures make a collection. */
export const wkt: Form = {
  title: "WKT",
  group: "geometry and tables",
  ending: "wkt",
  mediaType: "text/plain",
  keepsCurves: false,
  holds: { kinds: SHAPES_AND_POINTS, open: true, names: false, figures: true },
  layouts: [],
  numbers: DOUBLES,
  write(figures, style) {
    const number = numberText(style);
    const all = figures.map((figure) => geometry(figure, number));
    return `${all.length === 1 ? all[0] : `GEOMETRYCOLLECTION (${all.join(", ")})`}\n`;
  },
  read: (content) => readGeometries(String(content)),
};

function geometry(figure: Figure, number: NumberText): string {
  const row = (line: FigureLine): string => {
    const points = pointTexts(line, number, (x, y) => `${x} ${y}`);
    return `(${[...points, ...(line.closed ? [points[0]] : [])].join(", ")})`;
  };
  if (figure.kind === "points") {
    const points = pointTexts(figure.lines[0], number, (x, y) => `${x} ${y}`);
    if (points.length === 1) return `POINT (${points[0]})`;
    return points.length ? `MULTIPOINT (${points.map((point) => `(${point})`).join(", ")})` : "MULTIPOINT EMPTY";
  }
  const lines = figure.lines.filter(({ vertices }) => vertices.length > 0);
  if (figure.kind === "outline") {
    if (lines.length === 1) return `LINESTRING ${row(lines[0])}`;
    return lines.length ? `MULTILINESTRING (${lines.map(row).join(", ")})` : "MULTILINESTRING EMPTY";
  }
  const bodies = polygonsOfFigure(figure).map((rings) => `(${rings.map(row).join(", ")})`);
  if (bodies.length === 0) return "MULTIPOLYGON EMPTY";
  return bodies.length === 1 ? `POLYGON ${bodies[0]}` : `MULTIPOLYGON (${bodies.join(", ")})`;
}

/** Geometry by geometry: a word, and the rows of numbers in the brackets behind it. */
function readGeometries(text: string): ReadFigure[] {
  return [...text.matchAll(/([A-Z]+) (EMPTY|\([^A-Z]*)/g)]
    .filter(([, word]) => word !== "GEOMETRYCOLLECTION")
    .map(([, word, body]) => {
      const rows = [...body.matchAll(/\(([^()]+)\)/g)].map(([, row]) => row.trim().split(/[ ,]+/).map(Number));
      if (word.endsWith("POINT")) return { lines: [{ points: rows.flat(), closed: false }] };
      return { lines: rows.map((points) => lineOf(points, word.endsWith("POLYGON"))) };
    });
}

/** A row of points that is a ring, or a line that may come back to its start. */
export function lineOf(points: number[], isRing: boolean): ReadFigure["lines"][number] {
  const n = points.length;
  const closed = isRing || (n > 4 && points[0] === points[n - 2] && points[1] === points[n - 1]);
  return { points: closed ? points.slice(0, -2) : points, closed };
}
