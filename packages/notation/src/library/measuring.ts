import { locatePoint, operandOf, signedDistance } from "@vertexon/geometry";
import { pointHandles } from "../values/handles";
import { ArgumentError, type FunctionSignature } from "./signature";

/** A field may have no more cells than this. */
const MOST_CELLS = 4_000_000;

/** The functions that ask a shape something. */
export const measuringFunctions: FunctionSignature[] = [
  {
    name: "probe",
    about: "Which side of a shape points lie on, exactly, and how far its boundary is.",
    parameters: [
      { name: "shape", type: "shape", about: "the shape that is asked" },
      { name: "at", type: "points", about: "one point, or a list of them" },
    ],
    returns: "probe",
    example: "probe(circle((40, 40), radius: 30), at: (50, 50))",
    clicked: "at",
    run(args) {
      const shape = args.shape("shape");
      const operand = operandOf(shape.polygons);
      const written = args.points("at");
      const points = written.map(({ x, y }) => ({
        x,
        y,
        location: locatePoint(x, y, operand),
        nearest: signedDistance(x, y, operand),
      }));
      return { type: "probe", shape, points, handles: pointHandles(written) };
    },
  },
  {
    name: "field",
    about: "The signed distance from every cell of the plan to a shape's boundary, sampled at cell centres.",
    parameters: [
      { name: "shape", type: "shape", about: "the shape that distances are measured from" },
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
    ],
    returns: "field",
    example: "field(circle((50, 50), radius: 30), cell: 2)",
    order: { first: "cell", second: "reach", falls: false },
    run(args, sheet) {
      const cell = args.has("cell") ? args.positive("cell") : 1;
      const { x, y, width, height } = sheet.plan();
      const columns = Math.max(1, Math.ceil(width / cell - 1e-9));
      const rows = Math.max(1, Math.ceil(height / cell - 1e-9));
      if (columns * rows > MOST_CELLS)
        throw new ArgumentError(
          "cell",
          `a field of ${columns} by ${rows} cells is too large: at most ${MOST_CELLS} cells`,
        );
      const reach = args.has("reach") ? args.positive("reach") : Number.POSITIVE_INFINITY;
      return { type: "field", shape: args.shape("shape"), grid: { x, y, cell, columns, rows }, reach };
    },
  },
];
