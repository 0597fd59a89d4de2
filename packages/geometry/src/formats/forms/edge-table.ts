import { numberText, plainNumber } from "../decimals";
import { DOUBLES, type Form, type ReadFigure, SHAPES } from "../form";

/** Digits of parameters in an edge table. */
const PARAMETER_DECIMALS = 9;

/**
 * The edges as a table (RFC 4180) with what each stands for. Polygons, rings (0 for the outer one), edges, subpaths and
 * segments are counted from 0; parameters run backwards where an edge runs against its segment. The lines of an outline count as
 * rings, and have no polygon.
 */
export const edgeTable: Form = {
  title: "Edge table",
  group: "geometry and tables",
  ending: "csv",
  mediaType: "text/csv",
  keepsCurves: false,
  holds: { kinds: SHAPES, open: true, names: false },
  layouts: [],
  numbers: DOUBLES,
  write(figures, style) {
    const number = numberText(style);
    const parameter = (value: number): string => plainNumber(value, PARAMETER_DECIMALS);
    const rows = ["polygon,ring,edge,x0,y0,x1,y1,source,subpath,segment,from,to"];
    for (const { lines, polygons, sources: told } of figures) {
      const sources = told();
      let polygon = 0;
      lines.forEach(({ vertices, closed }, line) => {
        while (polygons[polygon + 1] <= line) polygon++;
        const place = polygons.length ? `${polygon},${line - polygons[polygon]}` : `,${line}`;
        const { curves, curve, from, to } = sources[line];
        for (let i = 0; i < vertices.length - (closed ? 0 : 2); i += 2) {
          const j = (i + 2) % vertices.length;
          const ends = [vertices[i], vertices[i + 1], vertices[j], vertices[j + 1]].map(number);
          const edge = i / 2;
          const { attached, subpath, index } = curves[curve[edge]];
          const range = [parameter(from[edge]), parameter(to[edge])];
          rows.push([place, edge, ...ends, quoted(attached), subpath, index, ...range].join());
        }
      });
    }
    return `${rows.join("\r\n")}\r\n`;
  },
  read(content) {
    const lines: ReadFigure["lines"] = [];
    let last: number[] = [];
    const finish = (): void => {
      const line = lines.at(-1);
      if (!line) return;
      line.closed = line.points[0] === last[0] && line.points[1] === last[1];
      if (!line.closed) line.points.push(...last);
    };
    for (const [, edge, x0, y0, x1, y1] of String(content).matchAll(
      /^\d*,\d+,(\d+),([^,]+),([^,]+),([^,]+),([^,]+),/gm,
    )) {
      if (edge === "0") {
        finish();
        lines.push({ points: [], closed: false });
      }
      lines[lines.length - 1].points.push(Number(x0), Number(y0));
      last = [Number(x1), Number(y1)];
    }
    finish();
    return [{ lines }];
  },
};

/** A field of a table. */
function quoted(text: string): string {
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
