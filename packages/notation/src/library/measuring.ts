import { distanceIndex, locationIndex, operandOf, relate } from "@vertexon/geometry";
import { curvesOf } from "../values/curve-index";
import { pointHandles } from "../values/handles";
import type { Shape } from "../values/shape";
import type { PointValue, Probe } from "../values/values";
import { checkMeasured } from "./distances";
import { ArgumentError, type FunctionSignature } from "./signature";

/** A field may have no more cells than this. */
const MOST_CELLS = 4_000_000;

/** The functions that ask a shape something. */
export const measuringFunctions: FunctionSignature[] = [
  {
    name: "probe",
    about:
      "Which side of a shape points lie on, exactly, and how far its boundary is. Of several shapes a list, one answer each.",
    parameters: [
      { name: "shape", type: "shapes", about: "the shape that is asked, or several" },
      { name: "at", type: "points", about: "one point, or a list of them" },
    ],
    returns: "probe",
    example: "probe(circle((40, 40), radius: 30), at: (50, 50))",
    clicked: "at",
    run(args) {
      const points = args.points("at");
      const probes = args.shapes("shape").map((shape) => probeOf(shape, points));
      return probes.length === 1 ? probes[0] : { type: "list", items: probes };
    },
  },
  {
    name: "gap",
    about: "The distance between two shapes; 0 where they touch or overlap.",
    parameters: [
      { name: "a", type: "shape", about: "the one" },
      { name: "b", type: "shape", about: "the other" },
    ],
    returns: "number",
    example: "gap(circle((20, 50), radius: 12), rect((60, 30), width: 30, height: 40))",
    run(args) {
      const { distance } = relate(args.shape("a").polygons, args.shape("b").polygons);
      if (!Number.isFinite(distance)) throw new ArgumentError("a", "one of the shapes has no area to measure from");
      return { type: "number", value: distance };
    },
  },
  {
    name: "relation",
    about:
      'How one shape lies to another, as a text: "apart", "touching", "overlapping", "inside" of it, "around" it, or "equal".',
    parameters: [
      { name: "a", type: "shape", about: "the one" },
      { name: "b", type: "shape", about: "the other" },
    ],
    returns: "text",
    example: "relation(circle((50, 50), radius: 12), rect((20, 20), width: 60, height: 60))",
    run: (args) => ({ type: "text", value: relate(args.shape("a").polygons, args.shape("b").polygons).kind, from: 0 }),
  },
  {
    name: "field",
    about: "The signed distance from every cell of the plan to a shape's boundary, sampled at cell centres.",
    parameters: [
      { name: "shape", type: "distance", about: "the shape that distances are measured from, or a distance" },
      {
        name: "cell",
        type: "number",
        share: "diagonal",
        about: "side of a cell in plan units, greater than 0",
        default: "1",
      },
      {
        name: "reach",
        type: "number",
        share: "diagonal",
        about: "how far from the boundary values matter",
        default: "no limit",
      },
      {
        name: "padding",
        type: "number",
        share: "diagonal",
        about: "how far beyond the plan's box it is sampled, at least 0",
        default: "0",
      },
      { name: "origin", type: "point", about: "the first cell's corner", default: "that of the plan's box" },
    ],
    returns: "field",
    example: "field(circle((50, 50), radius: 30), cell: 2)",
    order: { first: "cell", second: "reach", falls: false },
    run(args, sheet) {
      const cell = args.has("cell") ? args.positive("cell") : 1;
      const padding = args.number("padding", 0);
      if (!(padding >= 0)) throw new ArgumentError("padding", `"padding" must be at least 0, not ${padding}`);
      const plan = sheet.plan();
      const corner = args.has("origin") ? args.point("origin") : plan;
      const [x, y] = [corner.x - padding, corner.y - padding];
      const [width, height] = [plan.width + 2 * padding, plan.height + 2 * padding];
      const [columns, rows] = [width, height].map((side) => cellsAlong(side, cell));
      if (columns * rows > MOST_CELLS)
        throw new ArgumentError(
          "cell",
          `a field of ${columns} by ${rows} cells is too large: at most ${MOST_CELLS} cells, so a cell of ${leastCell(width, height)} or more`,
        );
      const reach = args.has("reach") ? args.positive("reach") : Number.POSITIVE_INFINITY;
      const of = args.distanceOrShape("shape");
      const grid = { x, y, cell, columns, rows };
      if (of.type === "shape") {
        checkMeasured(of, false);
        return { type: "field", shape: of, distance: null, grid, reach };
      }
      return { type: "field", shape: of.plain, distance: of, grid, reach };
    },
  },
];

function probeOf(shape: Shape, asked: readonly PointValue[]): Probe {
  const operand = operandOf(shape.polygons);
  const [location, distance, curves] = [locationIndex(operand), distanceIndex(operand), curvesOf(shape)];
  const points = asked.map(({ x, y }) => {
    const byCurves = curves && { side: curves.locate(x, y).side, distance: curves.distance(x, y).distance };
    return { x, y, location: location.locate(x, y), nearest: distance.distance(x, y), byCurves };
  });
  return { type: "probe", shape, points, handles: pointHandles(asked) };
}

function cellsAlong(side: number, cell: number): number {
  return Math.max(1, Math.ceil(side / cell - 1e-9));
}

/** The least cell with two digits of which a field may have as many as it needs. */
function leastCell(width: number, height: number): number {
  const least = Math.max(Math.sqrt((width * height) / MOST_CELLS), width / MOST_CELLS, height / MOST_CELLS);
  const digit = Math.floor(Math.log10(least)) - 1;
  let steps = Math.ceil(least / 10 ** digit);
  const cell = () => Number(`${steps}e${digit}`);
  // Whole cells take some more; twice the cell is always enough.
  while (cellsAlong(width, cell()) * cellsAlong(height, cell()) > MOST_CELLS && steps < 200) steps++;
  return cell();
}
