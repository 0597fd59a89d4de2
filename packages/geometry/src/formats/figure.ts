import { type EdgeSources, keepCurves } from "../curved";
import type { Grid } from "../distance";
import type { Triangles } from "../mesh";
import { type Path, polygonPath } from "../path";
import type { MultiPolygon } from "../polygon";

/** A row of vertices x0 y0 x1 y1 …; a closed one goes on from the last to the first, which is not repeated. */
export interface FigureLine {
  vertices: Float64Array;
  closed: boolean;
}

/** How a shape can be taken: what it encloses, the outline as it was written, or triangles that cover it. */
export const SHAPE_KINDS = ["region", "outline", "triangles", "fans"] as const;
export type ShapeKind = (typeof SHAPE_KINDS)[number];
export type FigureKind = "region" | "outline" | "triangles" | "points" | "numbers" | "samples";

/** The values of a field at the centres of a grid's cells, row by row from the least y. */
export interface Samples {
  grid: Grid;
  values: Float64Array;
  /** How far from the boundary values are of interest. */
  reach: number;
  unit: string;
}

/** A coordinate that goes with the plan's box: a share of its size, and a length beside it. */
export interface BoxLength {
  fraction: number;
  fixed: number;
}

/** One thing that is handed off, in plan units, or in the target's once it was placed there. */
export interface Figure {
  /** What it is called in the program. */
  name: string;
  kind: FigureKind;
  /** Rings (each polygon's outer one, then its holes), subpaths in their own order, or one row of vertices or points. */
  lines: readonly FigureLine[];
  /** Of a region the first ring of each polygon, and then the count of all rings. */
  polygons: readonly number[];
  /** Of triangles three indices each. */
  indices: Uint16Array | Uint32Array | null;
  /** What is known of each point beside its place, column by column. */
  columns: readonly { name: string; values: readonly (string | number)[] }[];
  /** Plain numbers. */
  numbers: readonly number[];
  /** Of a field. */
  samples: Samples | null;
  /** Vertices that go with the plan's box, by {@link pointKey}: along x and y, null for plain lengths. */
  boxLengths: ReadonlyMap<string, readonly [BoxLength | null, BoxLength | null]>;
  /** How many coordinates go with the box, but neither in proportion nor with their own size alone: no share tells them. */
  mixedLengths: number;
  /** Of regions and outlines the same with true curves. */
  curves(): Path;
  /** What the edges of the lines stand for, line by line; the last one of an open line is the join that would close it. */
  sources(): readonly EdgeSources<string>[];
}

/** What a shape encloses: valid polygons, outer rings in the positive sense, holes in the negative. */
export function regionFigure(
  name: string,
  polygons: MultiPolygon,
  sources: () => readonly EdgeSources<string>[],
): Figure {
  const firsts = [0];
  for (const { holes } of polygons) firsts.push(firsts[firsts.length - 1] + 1 + holes.length);
  const lines = polygons.flatMap(({ outer, holes }) =>
    [outer, ...holes].map((vertices) => ({ vertices, closed: true })),
  );
  return {
    ...NOTHING,
    name,
    kind: "region",
    lines,
    polygons: firsts,
    sources,
    curves: () => keepCurves(sources()).path,
  };
}

/** An outline as it was written: its subpaths in their own order, start and sense. */
export function outlineFigure(
  name: string,
  lines: readonly FigureLine[],
  outline: Path,
  sources: () => readonly EdgeSources<string>[],
): Figure {
  return { ...NOTHING, name, kind: "outline", lines, sources, curves: () => outline };
}

export function trianglesFigure(name: string, { vertices, indices }: Triangles): Figure {
  return { ...NOTHING, name, kind: "triangles", lines: [{ vertices, closed: false }], indices };
}

/** Points x0 y0 x1 y1 … that no line joins. */
export function pointsFigure(name: string, vertices: Float64Array, columns: Figure["columns"] = []): Figure {
  return { ...NOTHING, name, kind: "points", lines: [{ vertices, closed: false }], columns };
}

export function numbersFigure(name: string, numbers: readonly number[]): Figure {
  return { ...NOTHING, name, kind: "numbers", numbers };
}

export function samplesFigure(name: string, samples: Samples): Figure {
  return { ...NOTHING, name, kind: "samples", samples };
}

/** For forms that hold numbers: the values, and what places them: columns, rows, the centre of the first cell, and the cell. */
export function numbersOf(name: string, { grid, values }: Samples): Figure[] {
  const { columns, rows, x, y, cell } = grid;
  return [
    numbersFigure(name, Array.from(values)),
    numbersFigure(`${name}_grid`, [columns, rows, x + cell / 2, y + cell / 2, cell]),
  ];
}

const NOTHING: Omit<Figure, "name" | "kind"> = {
  lines: [],
  polygons: [],
  indices: null,
  numbers: [],
  samples: null,
  columns: [],
  boxLengths: new Map(),
  mixedLengths: 0,
  curves: () => ({ subpaths: [] }),
  sources: () => [],
};

export function pointKey(x: number, y: number): string {
  return `${x} ${y}`;
}

export function vertexCount({ lines }: Pick<Figure, "lines">): number {
  return lines.reduce((sum, { vertices }) => sum + vertices.length / 2, 0);
}

/** The polygons of a region, each as its rings. */
export function polygonsOfFigure({ lines, polygons }: Figure): FigureLine[][] {
  return polygons.slice(1).map((end, p) => lines.slice(polygons[p], end));
}

/** Lines as straight paths. */
export function pathOfLines(lines: readonly FigureLine[]): Path {
  return { subpaths: lines.flatMap(({ vertices, closed }) => polygonPath(vertices, closed).subpaths) };
}
