import { bounds, fanLines, hatchLines, medialAxis, operandOf, polygonPath, type Ring } from "@vertexon/geometry";
import { lineFrom } from "../values/outlines-from";
import { offsetBy } from "../values/regions";
import type { Shape } from "../values/shape";
import type { Value } from "../values/values";
import { alongHandle, angleHandle } from "./argument-handles";
import { ArgumentError, type MethodSignature } from "./signature";
import { distanceHandle } from "./size-handles";

/** More lines than this are a mistake. */
const MOST_LINES = 20_000;
/** More insets than this are a mistake. */
const MOST_INSETS = 1000;

/** Series of outlines inside a shape: hatching, and insets. */
export const lineMethods: MethodSignature[] = [
  {
    name: "medial",
    about:
      "Its medial axis, as open lines: places inside with more than one nearest point of the boundary, seen from there at an angle or more apart. Branches shorter than a cell may be missed.",
    parameters: [
      {
        name: "cell",
        type: "number",
        share: "diagonal",
        about: "side of the squares in which it is looked for, greater than 0",
        default: "a two-hundredth of its longer side",
      },
      {
        name: "angle",
        type: "angle",
        about: "the least one, up to 180deg; below 60deg rounded corners get branches of their own",
        default: "90deg",
      },
    ],
    returns: "shape",
    example: "(rect((12, 20), width: 76, height: 34) union circle((60, 60), radius: 26)).medial()",
    run(shape, args) {
      const operand = operandOf(shape.polygons);
      const box = bounds(operand.rings);
      if (!box) throw new ArgumentError("", "the shape is empty: it has no medial axis");
      const angle = args.angle("angle", Math.PI / 2);
      if (!(angle > 0 && angle <= Math.PI)) throw new ArgumentError("angle", '"angle" must be from 0deg to 180deg');
      const cell = args.has("cell") ? args.positive("cell") : Math.max(box.maxX - box.minX, box.maxY - box.minY) / 200;
      const { lines } = medialAxis(operand, cell, angle);
      return lineFrom(shape, { subpaths: lines.flatMap((line) => polygonPath(line, false).subpaths) });
    },
  },
  {
    name: "hatch",
    about: "Parallel lines at even steps, clipped to the region; a list of open lines, in order.",
    parameters: [
      { name: "step", type: "number", share: "diagonal", about: "from line to line, in plan units, greater than 0" },
      { name: "angle", type: "angle", about: "their direction", default: "0deg" },
      { name: "from", type: "point", about: "a point that one of them runs through", default: "the origin" },
    ],
    returns: "list",
    example: "circle((50, 50), radius: 38).hatch(8, angle: 30deg)",
    run(shape, args) {
      const step = args.positive("step");
      const angle = args.angle("angle", 0);
      const from = args.has("from") ? args.point("from") : { x: 0, y: 0 };
      const lines = counted(shape, step, () => hatchLines(shape.operand, step, angle, from));
      // Across the lines, so that dragging the first one that is off the point changes the step.
      const [nx, ny] = [-Math.sin(angle), Math.cos(angle)];
      const first = lines.find((line) => Math.abs(rowOf(line)) >= 1);
      const middle = first && { x: (first[0] + first[2]) / 2, y: (first[1] + first[3]) / 2 };
      function rowOf(line: Ring): number {
        return Math.round(((line[0] - from.x) * nx + (line[1] - from.y) * ny) / step);
      }
      const row = first ? rowOf(first) : 0;
      const zero = middle && { x: middle.x - row * step * nx, y: middle.y - row * step * ny };
      const handles = zero ? alongHandle(args, "step", zero, [row * nx, row * ny], middle) : [];
      return listOf(shape, lines, handles);
    },
  },
  {
    name: "fan",
    about: "Rays from a point at even angles, clipped to the region; a list of open lines, in order.",
    parameters: [
      { name: "step", type: "angle", about: "from ray to ray, greater than 0" },
      { name: "from", type: "point", about: "where they come from", default: "the shape's centre" },
      { name: "start", type: "angle", about: "the direction of the first", default: "0deg" },
    ],
    returns: "list",
    example: "star(7, at: (50, 50), outer: 40, inner: 24).fan(15deg)",
    run(shape, args) {
      const step = args.angle("step");
      if (!(step > 0)) throw new ArgumentError("step", '"step" must be an angle greater than 0');
      if (2 * Math.PI > step * MOST_LINES) throw new ArgumentError("step", `more than ${MOST_LINES} rays`);
      const from = args.has("from") ? args.point("from") : shape.centre;
      const start = args.angle("start", 0);
      const lines = fanLines(shape.operand, step, start, from);
      // At the far end of the second ray.
      const ray = lines.find((line) => Math.abs(directionOf(line, from) - start - step) < 1e-6);
      const place = ray && { x: ray[ray.length - 2], y: ray[ray.length - 1] };
      const handles = place ? angleHandle(args, "step", from, { base: start, now: step }, place) : [];
      return listOf(shape, lines, handles);
    },
  },
  {
    name: "insets",
    about: "The region shrunk by a step again and again, until nothing is left; a list of shapes, the widest first.",
    parameters: [
      {
        name: "step",
        type: "number",
        share: "diagonal",
        about: "from outline to outline, in plan units, greater than 0",
      },
      { name: "count", type: "number", about: "how many at the most, 1 to 1000", default: "1000" },
      {
        name: "join",
        type: "word",
        words: ["miter", "round", "bevel"],
        about: "how corners that point inwards are joined",
        default: "round",
      },
    ],
    returns: "list",
    example: "star(5, at: (50, 50), outer: 42, inner: 22).insets(4)",
    run(shape, args) {
      const step = args.positive("step");
      const most = args.has("count") ? args.whole("count", 1, MOST_INSETS) : MOST_INSETS;
      const join = args.word<"miter" | "round" | "bevel">("join", "round");
      const items: Shape[] = [];
      for (let k = 1; k <= most; k++) {
        const inset = offsetBy(shape, -k * step, { join, miterLimit: 4 });
        if (inset.polygons.length === 0) break;
        // From the middle of the region's first edge to that of the first inset.
        items.push(inset.withHandles(k === 1 ? distanceHandle(shape, args, "step", -step, -1) : []));
      }
      if (items.length === MOST_INSETS && !args.has("count"))
        throw new ArgumentError("step", `more than ${MOST_INSETS} outlines`);
      return { type: "list", items };
    },
  },
];

function directionOf(line: Ring, from: { x: number; y: number }): number {
  return Math.atan2(line[line.length - 1] - from.y, line[line.length - 2] - from.x);
}

function counted(shape: Shape, step: number, lines: () => Ring[]): Ring[] {
  const box = shape.extent;
  if (box / step > MOST_LINES) throw new ArgumentError("step", `more than ${MOST_LINES} lines`);
  return lines();
}

function listOf(shape: Shape, lines: readonly Ring[], handles: ReturnType<typeof alongHandle>): Value {
  const items = lines.map((line, i) => lineFrom(shape, polygonPath(line, false)).withHandles(i === 0 ? handles : []));
  return { type: "list", items };
}
