import type { NumberText } from "../decimals";
import { type Figure, type FigureLine, polygonsOfFigure, vertexCount } from "../figure";
import type { Style } from "../style";

/** What an array in a program holds. */
export type Holding = "coordinate" | "index" | "start" | "flag";

/** One array of a program: `width` numbers to an element, 1 or 2; a number of its own where `isSingle`. */
export interface Declaration {
  name: string;
  holding: Holding;
  width: 1 | 2;
  values: string[];
  isSingle?: boolean;
  /** What it holds, in words. */
  about: string;
}

/**
 * A figure as arrays. Vertices stand in the order of its lines, one line after the other, as pairs, one after the other, or x and
 * y apart. Where there may be several lines, line r has the vertices starts[r] up to, not including, starts[r + 1]; the polygons
 * of a region have rings likewise. All starts count from 0.
 */
export function declarationsOf(figure: Figure, { layout }: Style, number: NumberText): Declaration[] {
  const { name, kind, lines, indices, numbers } = figure;
  if (kind === "numbers") {
    const values = numbers.map(number);
    return [{ name, holding: "coordinate", width: 1, values, isSingle: values.length === 1, about: "numbers" }];
  }
  if (vertexCount(figure) === 0) return [];
  const found = verticesOf(name, lines, layout, number);
  const starts = (last: string, counts: readonly number[], about: string): void => {
    let sum = 0;
    const values = [0, ...counts.map((count) => (sum += count))].map(String);
    found.push({ name: `${name}_${last}`, holding: "start", width: 1, values, about });
  };
  const counts = lines.map(({ vertices }) => vertices.length / 2);
  if (kind === "region") {
    starts("ring_starts", counts, "vertices of ring r: ring_starts[r] up to, not including, ring_starts[r + 1]");
    const rings = polygonsOfFigure(figure).map(({ length }) => length);
    const about =
      "rings of polygon p: polygon_starts[p] up to, not including, polygon_starts[p + 1]; the outer ring first";
    starts("polygon_starts", rings, about);
  }
  if (kind === "outline") {
    starts("line_starts", counts, "vertices of line r: line_starts[r] up to, not including, line_starts[r + 1]");
    const values = lines.map(({ closed }) => (closed ? "1" : "0"));
    const about = "1 where a line is closed: an edge leads from its last vertex to its first";
    found.push({ name: `${name}_closed`, holding: "flag", width: 1, values, about });
  }
  if (indices) {
    const values = Array.from(indices, String);
    found.push({ name: `${name}_indices`, holding: "index", width: 1, values, about: "three vertices a triangle" });
  }
  return found;
}

function verticesOf(
  name: string,
  lines: readonly FigureLine[],
  layout: Style["layout"],
  number: NumberText,
): Declaration[] {
  const holding = "coordinate";
  if (layout === "separate")
    return (["x", "y"] as const).map((axis, k) => {
      const values = lines.flatMap(({ vertices }) => everySecond(vertices, k, number));
      return { name: `${name}_${axis}s`, holding, width: 1, values, about: `${axis} of each vertex` };
    });
  const values = lines.flatMap(({ vertices }) => Array.from(vertices, number));
  const width = layout === "flat" ? 1 : 2;
  return [
    { name: `${name}_vertices`, holding, width, values, about: width === 1 ? "x, y, x, y …" : "x, y of each vertex" },
  ];
}

function everySecond(values: Float64Array, from: number, number: NumberText): string[] {
  return Array.from({ length: values.length / 2 }, (_, i) => number(values[2 * i + from]));
}

/** What a figure holds, in one line, for a comment above its arrays. */
export function summaryOf(figure: Figure): string {
  const { kind, lines, indices, numbers } = figure;
  const of = (count: number, what: string): string => `${count} ${what}${count === 1 ? "" : "s"}`;
  if (kind === "numbers") return of(numbers.length, "number");
  const vertices = vertexCount(figure);
  if (vertices === 0) return `empty, no ${kind === "region" ? "rings" : kind === "points" ? "points" : "vertices"}`;
  if (kind === "points") return of(vertices, "point");
  if (kind === "triangles") return `${of(indices!.length / 3, "triangle")}, ${vertices} vertices`;
  if (kind === "outline") {
    const open = lines.filter(({ closed }) => !closed).length;
    return `outline of ${of(lines.length, "line")}, ${open} of them open`;
  }
  const count = figure.polygons.length - 1;
  return `region of ${of(count, "polygon")}, ${of(lines.length, "ring")}; an outer ring, then its holes; rings are implicitly closed`;
}
