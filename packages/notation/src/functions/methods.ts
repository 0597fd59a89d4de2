import { ArgumentError, type MethodSignature, type Parameter } from "./signature";

const about: Parameter = {
  name: "about",
  type: "point",
  about: "the point that stays where it is",
  default: "the shape's own centre, or the middle of its bounds",
};

/** What can be chained to a shape with a dot. The shape itself never changes: each gives a new one. */
export const shapeMethods: MethodSignature[] = [
  {
    name: "move",
    about: "The whole shape, moved.",
    parameters: [
      { name: "dx", type: "number", about: "along x, in plan units" },
      { name: "dy", type: "number", about: "along y, in plan units" },
    ],
    returns: "shape",
    example: "rect((10, 10), width: 30, height: 20).move(40, 20)",
    run: (shape, args) => shape.move(args.number("dx"), args.number("dy")),
  },
  {
    name: "rotate",
    about: "The whole shape, turned from +x towards +y.",
    parameters: [{ name: "angle", type: "angle", about: "with its unit: deg, rad or turn" }, about],
    returns: "shape",
    example: "rect((30, 30), width: 40, height: 20).rotate(30deg)",
    run: (shape, args) => shape.rotate(args.angle("angle"), args.has("about") ? args.point("about") : shape.centre),
  },
  {
    name: "scale",
    about: "The whole shape, scaled; negative factors mirror it.",
    parameters: [
      { name: "x", type: "number", about: "factor along x, not 0" },
      { name: "y", type: "number", about: "factor along y, not 0", default: "the same as x" },
      about,
    ],
    returns: "shape",
    example: "circle((40, 40), radius: 20).scale(1.5, 0.5)",
    run(shape, args) {
      const x = args.number("x");
      const y = args.number("y", x);
      if (x === 0 || y === 0) throw new ArgumentError(x === 0 ? "x" : "y", "a factor of 0 would leave no area");
      return shape.scale(x, y, args.has("about") ? args.point("about") : shape.centre);
    },
  },
  {
    name: "flatten",
    about: "The same shape with a tolerance of its own in place of the sheet's.",
    parameters: [{ name: "tolerance", type: "number", about: "in plan units, greater than 0" }],
    returns: "shape",
    example: "circle((40, 40), radius: 30).flatten(2)",
    run: (shape, args) => shape.flattenedTo(args.positive("tolerance")),
  },
];
