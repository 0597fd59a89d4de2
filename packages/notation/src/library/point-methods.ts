import { apart, bounces, lattice, placesAlong, polygonPath, scattered, strewnAlong } from "@vertexon/geometry";
import { boundaryOf } from "../values/boundary";
import { lineFrom } from "../values/outlines-from";
import type { PointValue, Value } from "../values/values";
import { ArgumentError, type Bound, type MethodSignature, type Parameter } from "./signature";

const MOST = 100_000;

const seed: Parameter = {
  name: "seed",
  type: "number",
  about: "a whole number: the same one gives the same points",
  default: "1",
};

/** Points that shapes give, to place, probe or hand off; and what a ball does between them. */
export const pointMethods: MethodSignature[] = [
  {
    name: "scatter",
    about: "Points drawn evenly from the region, or from the length of its outline; a list.",
    parameters: [
      { name: "count", type: "number", about: `how many, 1 to ${MOST}` },
      seed,
      {
        name: "on",
        type: "word",
        words: ["region", "outline"],
        about: "what they are drawn from: region, outline",
        default: "region",
      },
    ],
    returns: "list",
    example: "circle((50, 50), radius: 40).scatter(60, seed: 7)",
    run(shape, args) {
      const count = args.whole("count", 1, MOST);
      if (args.word<"region" | "outline">("on", "region") === "outline")
        return places(strewnAlong(shape.outline, count, seedOf(args)));
      const points = scattered(shape.polygons, count, seedOf(args));
      if (points.length === 0) throw new ArgumentError("count", "the shape has no area to draw points from");
      return listed(points);
    },
  },
  {
    name: "apart",
    about: "Points in the region, no two nearer than a distance, and as many as fit but for a few; a list.",
    parameters: [
      {
        name: "distance",
        type: "number",
        share: "diagonal",
        about: "the least distance between two, in plan units, greater than 0",
      },
      seed,
    ],
    returns: "list",
    example: "star(5, at: (50, 50), outer: 42, inner: 24).apart(6)",
    run: (shape, args) => listed(apart(shape.polygons, args.positive("distance"), seedOf(args))),
  },
  {
    name: "lattice",
    about: "The points of a square lattice that lie in the region, row by row; a list.",
    parameters: [
      { name: "step", type: "number", share: "diagonal", about: "from point to point, in plan units, greater than 0" },
      { name: "from", type: "point", about: "one of its points", default: "the origin" },
    ],
    returns: "list",
    example: "circle((50, 50), radius: 36).lattice(8, from: (50, 50))",
    run(shape, args) {
      const from = args.has("from") ? args.point("from") : { x: 0, y: 0 };
      return listed(lattice(shape.polygons, args.positive("step"), from));
    },
  },
  {
    name: "along",
    about: "Points at equal lengths along its outline, both ends of open ones among them; a list.",
    parameters: [
      {
        name: "step",
        type: "number",
        share: "diagonal",
        about: "about how far apart along the outline, in plan units, greater than 0",
      },
      {
        name: "beside",
        type: "number",
        share: "diagonal",
        about:
          "how far beside it, a quarter turn from +x towards +y further than its direction; negative: on the other side",
        default: "0",
      },
    ],
    returns: "list",
    example: "smooth((15, 70), (40, 25), (60, 65), (85, 30)).along(7, beside: 4)",
    run(shape, args) {
      const beside = args.number("beside", 0);
      const found = placesAlong(shape.outline, args.positive("step"));
      return places(found.map(({ x, y, normal: [nx, ny] }) => ({ x: x + beside * nx, y: y + beside * ny })));
    },
  },
  {
    name: "bounce",
    about: "The way of a ball that is thrown back by the true outline, at the angle that it comes at; an open line.",
    parameters: [
      { name: "from", type: "point", about: "where it starts" },
      { name: "facing", type: "angle", about: "the direction that it starts in, from +x towards +y" },
      { name: "times", type: "number", about: "how often it is thrown back, 1 to 1000", default: "5" },
      {
        name: "length",
        type: "number",
        share: "diagonal",
        about: "how far it runs at most, in plan units",
        default: "to the last place where it is thrown back",
      },
    ],
    returns: "shape",
    example: "inscribed((10, 20), to: (90, 80)).bounce(from: (40, 45), facing: 20deg, times: 8)",
    run(shape, args) {
      const { x, y } = args.point("from");
      const times = args.has("times") ? args.whole("times", 1, 1000) : 5;
      const length = args.has("length") ? args.positive("length") : undefined;
      const { outlines } = boundaryOf(shape);
      const { points } = bounces(x, y, args.angle("facing"), outlines, "evenodd", times, length);
      if (points.length < 4) throw new ArgumentError("facing", "nothing is met in this direction");
      // A way encloses nothing.
      return lineFrom(shape, polygonPath(points, false)).withOpacity(0);
    },
  },
];

function seedOf(args: Bound): number {
  return args.has("seed") ? args.whole("seed", 0, 2 ** 31 - 1) : 1;
}

function listed(points: Float64Array): Value {
  const items = Array.from(
    { length: points.length / 2 },
    (_, i): PointValue => ({ type: "point", x: points[2 * i], y: points[2 * i + 1] }),
  );
  return { type: "list", items };
}

function places(found: readonly { x: number; y: number }[]): Value {
  return { type: "list", items: found.map(({ x, y }): PointValue => ({ type: "point", x, y })) };
}
