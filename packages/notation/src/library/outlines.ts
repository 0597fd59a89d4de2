import { polygonPath } from "@vertexon/geometry";
import { EXACT } from "../values/error-bound";
import { joined, pointHandle, pointHandles } from "../values/handles";
import { axisOrigin, type MaybeOrigin, shifted } from "../values/origin";
import { OutlineBuilder } from "../values/outline-builder";
import { Shape } from "../values/shape";
import { trailOutline } from "../values/trail";
import type { PointValue, Value } from "../values/values";
import { alongHandle, angleHandle, radiusHandle } from "./argument-handles";
import { compoundOf } from "./combined-shapes";
import { legsText, listedPoints } from "./outline-text";
import { shapeOf } from "./shapes";
import { ArgumentError, type Bound, type FunctionSignature, type SheetContext } from "./signature";

const point = (x: number, y: number, originX?: MaybeOrigin, originY?: MaybeOrigin): PointValue => ({
  type: "point",
  x,
  y,
  origin: { kind: "axes", x: originX, y: originY },
});

/** Outlines by whatever numbers a practitioner has. */
export const outlineFunctions: FunctionSignature[] = [
  {
    name: "coordinates",
    about: "Points from two lists of coordinates; a list for polygon, polyline or smooth.",
    parameters: [
      { name: "x", type: "numbers", share: "width", about: "the x coordinates" },
      { name: "y", type: "numbers", share: "height", about: "the y coordinates, as many" },
      { name: "count", type: "number", about: "how many there should be", default: "as many as there are" },
    ],
    returns: "list",
    example: "coordinates(x: (10, 90, 50), y: (10, 20, 70), count: 3)",
    run: coordinates,
  },
  {
    name: "pairs",
    about: "Points from one list of numbers, x and y in turn; a list for polygon, polyline or smooth.",
    parameters: [{ name: "numbers", type: "numbers", about: "x, y, x, y and so on" }],
    returns: "list",
    example: "pairs(10, 10, 90, 20, 50, 70)",
    run(args) {
      const numbers = args.numbers("numbers");
      const count = Math.floor(numbers.length / 2);
      if (numbers.length % 2)
        throw new ArgumentError(
          "numbers",
          `${numbers.length} numbers make ${count} points: ${numbers[numbers.length - 1]}, the last, has no y beside it`,
        );
      return {
        type: "list",
        items: Array.from({ length: count }, (_, i) =>
          point(numbers[2 * i], numbers[2 * i + 1], args.origin("numbers", 2 * i), args.origin("numbers", 2 * i + 1)),
        ),
      };
    },
  },
  {
    name: "around",
    about: "Points at even angles around a circle; a list.",
    parameters: [
      { name: "at", type: "point", about: "the circle's centre" },
      { name: "radius", type: "number", share: "diagonal", about: "its radius, greater than 0" },
      { name: "count", type: "number", about: "how many points, 1 to 100000" },
      { name: "from", type: "angle", about: "the direction of the first one, from +x towards +y", default: "0deg" },
    ],
    returns: "list",
    example: "around((50, 50), radius: 36, count: 9, from: 90deg)",
    run(args) {
      const { x, y } = args.point("at");
      const [radius, count] = [args.positive("radius"), args.whole("count", 1, 100_000)];
      const from = args.has("from") ? args.angle("from") : 0;
      const items = Array.from({ length: count }, (_, k): PointValue => {
        const angle = from + (2 * Math.PI * k) / count;
        return { type: "point", x: x + radius * Math.cos(angle), y: y + radius * Math.sin(angle) };
      });
      return { type: "list", items };
    },
  },
  {
    name: "offsets",
    about: "Points from a start and the steps from each point to the next; a list.",
    parameters: [
      { name: "from", type: "point", about: "the first point" },
      { name: "steps", type: "points", about: "the step (dx, dy) to each further point" },
    ],
    returns: "list",
    example: "offsets((10, 10), (60, 0), (0, 40), (-30, 20))",
    run(args) {
      const items = [args.point("from")];
      for (const step of args.points("steps")) {
        const last = items[items.length - 1];
        // Dragging a point changes the step that led to it; all after it go along.
        const along = (axis: "x" | "y") => shifted(axisOrigin(step, axis), last[axis]);
        items.push(point(last.x + step.x, last.y + step.y, along("x"), along("y")));
      }
      return { type: "list", items };
    },
  },
  {
    name: "star",
    about: "A star: tips and notches in turn; its first tip lies in the direction of facing.",
    parameters: [
      { name: "count", type: "number", about: "how many tips, 2 to 50000" },
      { name: "at", type: "point", about: "the centre" },
      { name: "outer", type: "number", share: "diagonal", about: "from the centre to the tips" },
      { name: "inner", type: "number", share: "diagonal", about: "from the centre to the notches" },
      { name: "facing", type: "angle", about: "direction of the first tip", default: "0deg" },
    ],
    returns: "shape",
    example: "star(5, at: (40, 40), outer: 30, inner: 12, facing: -90deg)",
    order: { first: "outer", second: "inner", falls: true },
    run(args, sheet) {
      const count = args.whole("count", 2, 50_000);
      const at = args.point("at");
      const radii = [args.positive("outer"), args.positive("inner")];
      const facing = args.angle("facing", 0);
      const points: number[] = [];
      for (let i = 0; i < 2 * count; i++) {
        const angle = facing + (Math.PI * i) / count;
        points.push(at.x + radii[i % 2] * Math.cos(angle), at.y + radii[i % 2] * Math.sin(angle));
      }
      const vertex = (i: number) => ({ x: points[2 * i], y: points[2 * i + 1] });
      const handles = [
        ...joined([
          ...radiusHandle(args, "outer", at, vertex(0)),
          ...angleHandle(args, "facing", at, { base: 0, now: facing }, vertex(0)),
        ]),
        ...radiusHandle(args, "inner", at, vertex(1)),
      ];
      return shapeOf(polygonPath(points), sheet, [at], at, { handles });
    },
  },
  {
    name: "parallelogram",
    about: "A parallelogram from one corner and its two edges.",
    parameters: [
      { name: "corner", type: "point", about: "a corner" },
      { name: "along", type: "point", about: "the edge (dx, dy) to the second corner" },
      { name: "across", type: "point", about: "the edge (dx, dy) to the last corner" },
    ],
    returns: "shape",
    example: "parallelogram((10, 60), along: (60, 0), across: (20, -40))",
    run(args, sheet) {
      const [{ x, y }, a, b] = ["corner", "along", "across"].map((name) => args.point(name));
      const path = polygonPath([x, y, x + a.x, y + a.y, x + a.x + b.x, y + a.y + b.y, x + b.x, y + b.y]);
      const handles = [...pointHandle(args.point("along"), { x, y }), ...pointHandle(args.point("across"), { x, y })];
      const centre = { x: x + (a.x + b.x) / 2, y: y + (a.y + b.y) / 2 };
      return shapeOf(path, sheet, [args.point("corner")], centre, { handles });
    },
  },
  {
    name: "rhombus",
    about: "A rhombus with its diagonals along x and y.",
    parameters: [
      { name: "at", type: "point", about: "the centre" },
      { name: "width", type: "number", share: "width", about: "the diagonal along x, greater than 0" },
      { name: "height", type: "number", share: "height", about: "the diagonal along y, greater than 0" },
    ],
    returns: "shape",
    example: "rhombus((50, 40), width: 60, height: 40)",
    run(args, sheet) {
      const at = args.point("at");
      const [w, h] = [args.positive("width") / 2, args.positive("height") / 2];
      const path = polygonPath([at.x + w, at.y, at.x, at.y + h, at.x - w, at.y, at.x, at.y - h]);
      const handles = [
        ...alongHandle(args, "width", at, [0.5, 0], { x: at.x + w, y: at.y }),
        ...alongHandle(args, "height", at, [0, 0.5], { x: at.x, y: at.y + h }),
      ];
      return shapeOf(path, sheet, [at], at, { handles });
    },
  },
  {
    name: "triangle",
    about: "A triangle by two sides from a corner and the angle between them, or by all three sides.",
    parameters: [
      { name: "at", type: "point", about: "the corner between a and b; side a runs from it along +x" },
      { name: "a", type: "number", share: "diagonal", about: "length of the first side" },
      { name: "b", type: "number", share: "diagonal", about: "length of the second side" },
      { name: "angle", type: "angle", about: "between them, from +x towards +y", default: "from c" },
      {
        name: "c",
        type: "number",
        share: "diagonal",
        about: "length of the side opposite the corner",
        default: "from angle",
      },
    ],
    returns: "shape",
    example: "triangle((10, 10), a: 60, b: 50, c: 40)",
    run(args, sheet) {
      const at = args.point("at");
      const [a, b] = [args.positive("a"), args.positive("b")];
      const angle = triangleAngle(args, a, b);
      const tip = { x: at.x + b * Math.cos(angle), y: at.y + b * Math.sin(angle) };
      const path = polygonPath([at.x, at.y, at.x + a, at.y, tip.x, tip.y]);
      const handles = [
        ...alongHandle(args, "a", at, [1, 0], { x: at.x + a, y: at.y }),
        ...joined([
          ...radiusHandle(args, "b", at, tip),
          ...angleHandle(args, "angle", at, { base: 0, now: angle }, tip),
        ]),
      ];
      return shapeOf(path, sheet, [at], undefined, { handles });
    },
  },
  {
    name: "spiral",
    about:
      "An open spiral whose radius grows evenly with the angle (of Archimedes); its vertices keep within the tolerance.",
    parameters: [
      { name: "at", type: "point", about: "the centre" },
      { name: "from", type: "number", share: "diagonal", about: "radius where it starts, 0 or more" },
      { name: "to", type: "number", share: "diagonal", about: "radius where it ends, 0 or more" },
      { name: "turns", type: "number", about: "how often it goes around; negative towards −y" },
      { name: "facing", type: "angle", about: "direction in which it starts", default: "0deg" },
    ],
    returns: "shape",
    example: "spiral((50, 50), from: 5, to: 45, turns: 3)",
    run: spiral,
  },
  {
    name: "smooth",
    about: "A smooth curve through points: its direction in each is that from the point before to the one after.",
    parameters: [
      { name: "points", type: "points", about: "three or more points, or one list of them" },
      { name: "close", type: "yes or no", about: "whether it comes back to its start", default: "yes" },
    ],
    returns: "shape",
    example: "smooth((20, 20), (80, 30), (70, 80), (30, 60))",
    outline: listedPoints(3, { by: "argument", name: "close" }),
    mayCross: true,
    run: smooth,
  },
  {
    name: "trail",
    about: "An outline told by its legs, one after the other, each with the bend after it.",
    parameters: [
      { name: "from", type: "point", about: "where it starts" },
      { name: "facing", type: "angle", about: "the direction in which it starts", default: "0deg" },
      {
        name: "legs",
        type: "legs",
        about:
          "(length, bend: angle, sweep: angle) each: bend turns on the spot after it, sweep makes it an arc; repeat them with count of (…)",
      },
      { name: "close", type: "yes or no", about: "whether the outline is closed", default: "no" },
    ],
    returns: "shape",
    example: "trail(from: (30, 20), facing: 0deg, legs: (40, bend: 90deg, sweep: 0deg), close: no)",
    outline: legsText,
    mayCross: true,
    run(args, sheet) {
      const start = args.point("from");
      const { subpath, record } = trailOutline(
        start,
        args.angle("facing", 0),
        args.legs("legs"),
        args.truth("close", false),
      );
      const shape = shapeOf({ subpaths: [subpath] }, sheet, [start]);
      return shape.withTrail(record);
    },
  },
  {
    name: "compound",
    about: "One shape with the outlines of several, under one fill rule; not the same as a list of shapes.",
    parameters: [
      { name: "shapes", type: "shapes", about: "two or more shapes, or one list of them" },
      { name: "fill", type: "fill rule", about: "nonzero or evenodd", default: "nonzero" },
    ],
    returns: "shape",
    example: "compound(circle((40, 40), radius: 30), circle((40, 40), radius: 15), fill: evenodd)",
    mayCross: true,
    run(args) {
      return compoundOf(args.shapes("shapes"), args.rule("fill"));
    },
  },
];

function coordinates(args: Bound): Value {
  const [xs, ys] = [args.numbers("x"), args.numbers("y")];
  if (xs.length !== ys.length) {
    const [more, less] = xs.length > ys.length ? ["x", "y"] : ["y", "x"];
    const values = xs.length > ys.length ? xs : ys;
    const at = Math.min(xs.length, ys.length);
    throw new ArgumentError(
      more,
      `${xs.length} x and ${ys.length} y: ${more} value ${at + 1}, ${values[at]}, has no ${less} beside it`,
    );
  }
  if (args.has("count") && args.number("count") !== xs.length)
    throw new ArgumentError("count", `${args.number("count")} points are stated, but there are ${xs.length}`);
  return { type: "list", items: xs.map((x, i) => point(x, ys[i], args.origin("x", i), args.origin("y", i))) };
}

function triangleAngle(args: Bound, a: number, b: number): number {
  if (args.has("angle") === args.has("c"))
    throw new ArgumentError(
      args.has("c") ? "c" : "a",
      'a triangle needs its "angle" or its third side "c", one of them',
    );
  if (args.has("angle")) {
    const angle = args.angle("angle");
    if (Math.sin(angle) === 0) throw new ArgumentError("angle", "an angle of 0 or half a turn leaves no triangle");
    return angle;
  }
  const c = args.positive("c");
  if (c >= a + b || a >= b + c || b >= a + c)
    throw new ArgumentError(
      "c",
      `sides of ${a}, ${b} and ${c} make no triangle: each must be less than the other two together`,
    );
  return Math.acos((a * a + b * b - c * c) / (2 * a * b));
}

/**
 * Even steps of the angle. A chord over the step h is at most h²/8 max|C''| from the curve, and with radius r and its
 * growth g for one radian |C''| <= sqrt(r² + 4 g²): the count follows, and the bound is carried.
 */
function spiral(args: Bound, sheet: SheetContext): Shape {
  const at = args.point("at");
  const [from, to] = [args.number("from"), args.number("to")];
  for (const [name, value] of [
    ["from", from],
    ["to", to],
  ] as const)
    if (!(value >= 0)) throw new ArgumentError(name, `"${name}" must be 0 or more, not ${value}`);
  const turns = args.number("turns");
  if (turns === 0 || Math.abs(turns) > 1000)
    throw new ArgumentError("turns", `"turns" must be up to 1000 either way and not 0, not ${turns}`);
  const angle = turns * 2 * Math.PI;
  const second = Math.hypot(Math.max(from, to), (2 * (to - from)) / angle);
  const tolerance = sheet.tolerance();
  const count = Math.max(2, Math.ceil(Math.abs(angle) * Math.sqrt(second / (8 * tolerance))));
  if (count > 1_000_000)
    throw new ArgumentError("turns", `this spiral would need ${count} vertices at the sheet's tolerance`);
  const facing = args.angle("facing", 0);
  const points: number[] = [];
  for (let i = 0; i <= count; i++) {
    const r = from + ((to - from) * i) / count;
    const direction = facing + (angle * i) / count;
    points.push(at.x + r * Math.cos(direction), at.y + r * Math.sin(direction));
  }
  return new Shape({
    outline: polygonPath(points, false),
    fillRule: "nonzero",
    tolerance,
    carried: { ...EXACT, derived: ((angle / count) ** 2 * second) / 8 },
    centre: at,
    handles: [
      ...pointHandles([at]),
      ...radiusHandle(args, "from", at, { x: points[0], y: points[1] }),
      ...radiusHandle(args, "to", at, { x: points[2 * count], y: points[2 * count + 1] }),
    ],
  });
}

/** Cubic Bézier pieces; each inner tangent is half the step between the neighbours (E. Catmull and R. Rom, 1974). */
function smooth(args: Bound, sheet: SheetContext): Shape {
  const points = args.points("points");
  const close = args.truth("close", true);
  const n = points.length;
  if (n < 3) throw new ArgumentError("points", `a smooth curve needs at least 3 points, not ${n}`);
  const near = (i: number): PointValue => (close ? points[(i + n) % n] : points[Math.max(0, Math.min(n - 1, i))]);
  const builder = new OutlineBuilder(points[0].x, points[0].y);
  for (let i = 0; i < (close ? n : n - 1); i++) {
    const [a, b, c, d] = [near(i - 1), near(i), near(i + 1), near(i + 2)];
    builder.cubic(b.x + (c.x - a.x) / 6, b.y + (c.y - a.y) / 6, c.x - (d.x - b.x) / 6, c.y - (d.y - b.y) / 6, c.x, c.y);
  }
  return shapeOf({ subpaths: [close ? builder.closed() : builder.open()] }, sheet, points, undefined, { told: points });
}
