import {
  type Affine,
  aroundField,
  compose,
  MOST_AROUND,
  offsetField,
  placedField,
  repeatedField,
  rotation,
  scaling,
  shellField,
  transformPoint,
  translation,
} from "@vertexon/geometry";
import { type Distance, distanceOf } from "../values/distance";
import { offsetBy } from "../values/regions";
import type { Shape } from "../values/shape";
import { moved, rotated } from "../values/transforms";
import { combineShapes } from "./combined-shapes";
import { ArgumentError, type DistanceMethodSignature, type Parameter } from "./signature";
import { boundaryHandle } from "./size-handles";

const about: Parameter = {
  name: "about",
  type: "point",
  about: "the point that stays where it is",
  default: "the middle of what it is measured from",
};
const ROUND = { join: "round", miterLimit: 4 } as const;
/** More copies are not made. */
const MOST_COPIES = 10_000;

/** What can be chained to a distance with a dot. */
export const distanceMethods: DistanceMethodSignature[] = [
  {
    name: "offset",
    about: "Grown by a distance, or shrunk where that is negative: all values less by it.",
    parameters: [{ name: "distance", type: "number", share: "diagonal", about: "in plan units; below 0 shrinks" }],
    returns: "distance",
    example: "distance(rect((30, 35), width: 40, height: 30)).offset(8)",
    run(given, args) {
      const by = args.number("distance");
      return given.derived({
        field: offsetField(given.field, by),
        plain: () => grown(given.plain, by),
        hasOwnOutline: given.hasOwnOutline || (by !== 0 && !isExactAt(given, by)),
        handles: () => [...given.handles, ...boundaryHandle(given, args, "distance", by, 1)],
      });
    },
  },
  {
    name: "shell",
    about: "What lies within half a width of the boundary.",
    parameters: [{ name: "width", type: "number", share: "diagonal", about: "in plan units, greater than 0" }],
    returns: "distance",
    example: "distance(star(5, at: (50, 50), outer: 38, inner: 18)).shell(5)",
    run(given, args) {
      const width = args.positive("width");
      const plain = (): Shape => {
        const [outer, inner] = [grown(given.plain, width / 2), grown(given.plain, -width / 2)];
        return combineShapes("difference", labelled([outer, inner]), given.tolerance);
      };
      return given.derived({
        field: shellField(given.field, width),
        plain,
        hasOwnOutline: given.hasOwnOutline || !isExactAt(given, width) || !isExactAt(given, -width),
        handles: () => [...given.handles, ...boundaryHandle(given, args, "width", width, 0.5)],
      });
    },
  },
  {
    name: "rounded",
    about: "Its outer corners rounded, with the size kept: what discs of a radius inside it cover.",
    parameters: [{ name: "radius", type: "number", share: "diagonal", about: "in plan units, greater than 0" }],
    returns: "distance",
    example: "distance(star(5, at: (50, 50), outer: 40, inner: 20)).rounded(4)",
    run(given, args) {
      const radius = args.positive("radius");
      const inner = grown(given.own, -radius);
      if (inner.vertexCount === 0)
        throw new ArgumentError("radius", "nothing is left: no disc of this radius lies inside");
      const { field, bound } = distanceOf(inner);
      return given.derived({
        field: offsetField(field, radius),
        plain: () => grown(inner, radius),
        bound,
        handles: () => [...given.handles, ...boundaryHandle(given, args, "radius", radius, -1)],
      });
    },
  },
  {
    name: "move",
    about: "Moved as a whole.",
    parameters: [
      { name: "dx", type: "number", share: "width", about: "along x, in plan units" },
      { name: "dy", type: "number", share: "height", about: "along y, in plan units" },
    ],
    returns: "distance",
    example: "distance(circle((30, 50), radius: 20)).move(30, 0)",
    run: (given, args) => placed(given, translation(args.number("dx"), args.number("dy")), 1),
  },
  {
    name: "rotate",
    about: "Turned as a whole, from +x towards +y.",
    parameters: [{ name: "angle", type: "angle", about: "with its unit: deg, rad or turn" }, about],
    returns: "distance",
    example: "distance(rect((30, 40), width: 40, height: 20)).rotate(30deg)",
    run(given, args) {
      const { x, y } = args.has("about") ? args.point("about") : given.centre;
      return placed(given, rotation(args.angle("angle"), x, y), 1);
    },
  },
  {
    name: "scale",
    about: "Scaled evenly, its values with it.",
    parameters: [{ name: "factor", type: "number", share: "part", about: "greater than 0" }, about],
    returns: "distance",
    example: "distance(rect((35, 40), width: 30, height: 20)).scale(1.5)",
    run(given, args) {
      const factor = args.positive("factor");
      const { x, y } = args.has("about") ? args.point("about") : given.centre;
      return placed(given, scaling(factor, factor, x, y), factor);
    },
  },
  {
    name: "mirror",
    about: "Mirrored in a line through a point.",
    parameters: [{ name: "line", type: "angle", about: "direction of the line: 0deg flips y, 90deg flips x" }, about],
    returns: "distance",
    example: "distance(triangle((10, 20), a: 60, b: 50, c: 40)).mirror(90deg)",
    run(given, args) {
      const { x, y } = args.has("about") ? args.point("about") : given.centre;
      const line = args.angle("line");
      const map = compose(compose(rotation(-line, x, y), scaling(1, -1, x, y)), rotation(line, x, y));
      return placed(given, map, 1);
    },
  },
  {
    name: "repeat",
    about: "Copies on a grid, from where it stands towards +x and +y; neighbours may reach into each other.",
    parameters: [
      { name: "dx", type: "number", share: "width", about: "step along x, greater than 0" },
      { name: "dy", type: "number", share: "height", about: "step along y, greater than 0" },
      { name: "columns", type: "number", about: "copies along x" },
      { name: "rows", type: "number", about: "copies along y", default: "1" },
    ],
    returns: "distance",
    example: "distance(star(6, at: (15, 20), outer: 9, inner: 5)).repeat(24, 20, columns: 4, rows: 4)",
    run(given, args) {
      const [stepX, stepY] = [args.positive("dx"), args.positive("dy")];
      const columns = args.whole("columns", 1, MOST_COPIES);
      const rows = args.has("rows") ? args.whole("rows", 1, MOST_COPIES) : 1;
      if (columns * rows > MOST_COPIES)
        throw new ArgumentError("rows", `${columns} by ${rows} copies are too many: at most ${MOST_COPIES}`);
      const copies = (): Shape[] =>
        Array.from({ length: columns * rows }, (_, k) =>
          moved(given.plain.withoutHandles(), (k % columns) * stepX, Math.floor(k / columns) * stepY),
        );
      return given.derived({
        field: repeatedField(given.field, { stepX, stepY, columns, rows }),
        plain: () => combineShapes("union", labelled(copies()), given.tolerance),
        centre: {
          x: given.centre.x + ((columns - 1) * stepX) / 2,
          y: given.centre.y + ((rows - 1) * stepY) / 2,
        },
      });
    },
  },
  {
    name: "around",
    about: "Copies turned evenly about a centre, itself among them.",
    parameters: [
      { name: "centre", type: "point", about: "the point that they are turned about" },
      { name: "count", type: "number", about: `how many, 1 to ${MOST_AROUND}` },
    ],
    returns: "distance",
    example: "distance(capsule((50, 30), (50, 12), radius: 5)).around((50, 50), 9)",
    run(given, args) {
      const centre = args.point("centre");
      const count = args.whole("count", 1, MOST_AROUND);
      const copies = (): Shape[] =>
        Array.from({ length: count }, (_, k) =>
          rotated(given.plain.withoutHandles(), (2 * Math.PI * k) / count, centre),
        );
      return given.derived({
        field: aroundField(given.field, centre.x, centre.y, count),
        plain: () => combineShapes("union", labelled(copies()), given.tolerance),
        centre,
      });
    },
  },
];

/** Whether a level lies on the side on which values are the exact distance, so that it is the outline grown by as much. */
function isExactAt({ field: { worth } }: Distance, level: number): boolean {
  return (level > 0 ? worth.outside : worth.inside) === "exact";
}

function grown(shape: Shape, by: number): Shape {
  return by === 0 ? shape : offsetBy(shape, by, ROUND);
}

function placed(given: Distance, map: Affine, factor: number): Distance {
  const [x, y] = transformPoint(map, given.centre.x, given.centre.y);
  return given.derived({
    field: placedField(given.field, map),
    plain: () => given.plain.mapped(map, factor),
    centre: { x, y },
    handles: () => given.handles.map((handle) => ({ ...handle, map: compose(handle.map, map) })),
  });
}

function labelled(shapes: readonly Shape[]): { label: string; shape: Shape }[] {
  return shapes.map((shape, k) => ({ label: `copy ${k + 1}`, shape }));
}
