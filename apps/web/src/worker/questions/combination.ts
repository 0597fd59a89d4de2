import {
  allRings,
  area,
  combineAll,
  type FillRule,
  keepCurves,
  type Operation,
  operandOf,
  type Path,
  perimeter,
  signedArea,
} from "@vertexon/geometry";
import type { Sources } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";
import { CARD, type SmallPicture, smallPicture } from "../small-picture";

/** The four operations on the operands of a combined shape. */
export interface CombinationView {
  operation: Operation;
  labels: [string, string];
  /** Every operand with how many outlines it has and its fill rule: two in one are one shape, not two. */
  operands: { label: string; outlines: number; fillRule: FillRule; area: number }[];
  results: { operation: Operation; area: number; picture: SmallPicture }[];
  /** Union and intersection of the first operand and all others together: in sum as much as the areas of both. */
  balance: [union: number, intersection: number];
  areas: [number, number];
  rings: {
    name: string;
    area: number;
    perimeter: number;
    vertices: number;
    /** The operands that its edges come from. */
    sources: string[];
    /** The outlines that they were told in, through any number of operations, and how many segments of each. */
    told: { label: string; segments: number }[];
  }[];
  /** The result with the true curves of its operands; null where they have none of their own. */
  curved: { path: Path; curves: number; distance: number } | null;
  intersections: number;
  /** Where edges cross, x y each; the first of them where there are very many. */
  crossings: Float64Array;
  /** Flattening that the operands brought along, and movement by snapping. */
  flattening: number;
  snapping: number;
  /** The grid that edges were snapped on, how often, and the vertices of the result that it moved. */
  grid: { step: number; passes: number; verticesMoved: number };
  /** What was smaller than the grid. */
  lost: { outlines: number; edges: number; slivers: number };
}

const OPERATIONS: Operation[] = ["union", "intersection", "difference", "xor"];

/** So many crossings are told one by one. */
const MOST_CROSSINGS = 400;

/** What a combined shape's operands give under each operation, or null for any other shape. */
export function combination(sheet: AskedSheet, { name }: { name: string }): CombinationView | null {
  const shape = sheet.shape(name);
  const made = shape?.combination;
  if (!shape || !made || made.operands.length < 2) return null;
  const [first, ...others] = made.operands;
  const rest = others.map(({ shape: other }) => other.operand);
  const second = rest.length === 1 ? rest[0] : operandOf(combineAll("union", rest).polygons);
  const all = made.operands.map(({ shape: operand }) => operand.operand);
  // Edges cross in the same places whatever is done with them.
  let crossings = new Float64Array();
  let slivers = 0;
  const results = OPERATIONS.map((operation) => {
    const result = combineAll(operation, all);
    if (operation === made.operation) {
      crossings = result.crossings().slice(0, 2 * MOST_CROSSINGS);
      slivers = result.slivers().length / 4;
    }
    return { operation, area: area(result.polygons), picture: smallPicture(result.polygons, [], CARD) };
  });
  const [union, intersection] = (["union", "intersection"] as const).map((operation) =>
    area(combineAll(operation, [first.shape.operand, second]).polygons),
  );
  const edges = shape.regionSources("");
  const names = shape.polygons.flatMap(({ holes }, p) => [
    `outer ${p + 1}`,
    ...holes.map((_, h) => `hole ${p + 1}.${h + 1}`),
  ]);
  return {
    operation: made.operation,
    labels: [first.label, others.map(({ label }) => label).join(", ")],
    operands: made.operands.map(({ label, shape: operand }) => ({
      label,
      outlines: operand.outline.subpaths.length,
      fillRule: operand.fillRule,
      area: operand.area,
    })),
    results,
    balance: [union, intersection],
    areas: [first.shape.area, area(combineAll("union", [second]).polygons)],
    rings: allRings(shape.polygons).map((ring, i) => ({
      name: names[i],
      area: signedArea(ring),
      perimeter: perimeter(ring),
      vertices: ring.length / 2,
      sources: made.report.sources[i].map((k) => made.operands[k].label),
      told: toldIn(edges[i]),
    })),
    curved: curvedOf(edges),
    intersections: made.report.intersections,
    crossings,
    flattening: shape.error - made.report.movement,
    snapping: made.report.movement,
    grid: {
      step: made.report.gridStep,
      passes: made.report.passes,
      verticesMoved: made.report.verticesMoved,
    },
    lost: { outlines: made.report.dropped, edges: made.report.shortEdges, slivers },
  };
}

/** The outlines that the edges of a ring were told in, with how many segments of each they stand for. */
function toldIn({ curves }: Sources[number]): { label: string; segments: number }[] {
  const segments = new Map<string, Set<string>>();
  for (const { attached, subpath, index } of curves) {
    const found = segments.get(attached) ?? new Set();
    segments.set(attached, found.add(`${subpath} ${index}`));
  }
  return [...segments].map(([label, found]) => ({ label, segments: found.size }));
}

/** The result with the true curves that its edges stand for; null where nothing is curved. */
function curvedOf(sources: Sources): CombinationView["curved"] {
  const { path, distance } = keepCurves(sources);
  const curves = path.subpaths.flatMap(({ segments }) => segments).filter(({ kind }) => kind !== "line").length;
  return curves > 0 ? { path, curves, distance } : null;
}
