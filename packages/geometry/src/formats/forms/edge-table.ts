import { allRings } from "../../polygon";
import { effectOfRounding, plainNumber, requireDecimals } from "../decimals";
import type { Form } from "../form";

/** Digits of parameters in an edge table. */
const PARAMETER_DECIMALS = 9;

/**
 * The edges as a table (RFC 4180) with what each stands for. Polygons, rings (0 for the outer one), edges, subpaths and
 * segments are counted from 0; parameters run backwards where an edge runs against its segment.
 */
export const edgeTable: Form = {
  title: "Edge table",
  ending: "csv",
  mediaType: "text/csv",
  keepsCurves: false,
  write(shape, { decimals }) {
    requireDecimals(decimals);
    const number = (value: number): string => plainNumber(value, decimals);
    const parameter = (value: number): string => plainNumber(value, PARAMETER_DECIMALS);
    const lines = ["polygon,ring,edge,x0,y0,x1,y1,source,subpath,segment,from,to"];
    const sources = shape.sources();
    let of = 0;
    shape.polygons.forEach(({ outer, holes }, polygon) => {
      [outer, ...holes].forEach((vertices, ring) => {
        const { curves, curve, from, to } = sources[of++];
        for (let i = 0; i < vertices.length; i += 2) {
          const j = (i + 2) % vertices.length;
          const ends = [vertices[i], vertices[i + 1], vertices[j], vertices[j + 1]].map(number);
          const edge = i / 2;
          const { attached, subpath, index } = curves[curve[edge]];
          const range = [parameter(from[edge]), parameter(to[edge])];
          lines.push([polygon, ring, edge, ...ends, quoted(attached), subpath, index, ...range].join());
        }
      });
    });
    const rounded = effectOfRounding(allRings(shape.polygons), decimals);
    return { text: `${lines.join("\r\n")}\r\n`, vertices: lines.length - 1, ...rounded };
  },
  read(text) {
    const rings: number[][] = [];
    for (const [, edge, x, y] of text.matchAll(/^\d+,\d+,(\d+),([^,]+),([^,]+),/gm)) {
      if (edge === "0") rings.push([]);
      rings[rings.length - 1].push(Number(x), Number(y));
    }
    return rings;
  },
};

/** A field of a table. */
function quoted(text: string): string {
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}
