import { numberText } from "../decimals";
import type { Figure } from "../figure";
import { DOUBLES, type Form, type ReadFigure, SHAPES_AND_POINTS } from "../form";

/** A row for each point (RFC 4180): its shape, its line (ring, subpath) and place in that, counted from 0, and what the line is. */
export const csv: Form = {
  title: "CSV",
  group: "geometry and tables",
  ending: "csv",
  mediaType: "text/csv",
  keepsCurves: false,
  holds: { kinds: SHAPES_AND_POINTS, open: true, names: true },
  layouts: [],
  numbers: DOUBLES,
  write(figures, style) {
    const number = numberText(style);
    // What is known of points stands behind them; where another figure has no such column, nothing.
    const columns = [...new Set(figures.flatMap((figure) => figure.columns.map(({ name }) => name)))];
    const rows = [["shape,line,kind,vertex,x,y", ...columns].join()];
    for (const figure of figures)
      figure.lines.forEach(({ vertices }, line) => {
        const kind = kindOf(figure, line);
        const known = columns.map((name) => figure.columns.find((column) => column.name === name)?.values);
        for (let i = 0; i < vertices.length; i += 2) {
          const more = known.map((values) => cell(values?.[i / 2] ?? "", number));
          rows.push([figure.name, line, kind, i / 2, number(vertices[i]), number(vertices[i + 1]), ...more].join());
        }
      });
    return `${rows.join("\r\n")}\r\n`;
  },
  read(content) {
    const figures = new Map<string, ReadFigure>();
    for (const row of String(content).split("\r\n").slice(1, -1)) {
      const [shape, line, kind, , x, y] = row.split(",");
      const figure = figures.get(shape) ?? { lines: [] };
      figures.set(shape, figure);
      while (figure.lines.length <= Number(line))
        figure.lines.push({ points: [], closed: !["open", "point"].includes(kind) });
      figure.lines[Number(line)].points.push(Number(x), Number(y));
    }
    return [...figures.values()];
  },
};

function kindOf({ kind, lines, polygons }: Figure, line: number): string {
  if (kind === "points") return "point";
  if (kind === "region") return polygons.includes(line) ? "outer" : "hole";
  return lines[line].closed ? "closed" : "open";
}

function cell(value: string | number, number: (value: number) => string): string {
  if (typeof value === "string") return value;
  return Number.isFinite(value) ? number(value) : "";
}
