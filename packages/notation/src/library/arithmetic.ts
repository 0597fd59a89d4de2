import type { Value } from "../values/values";
import type { Bound, FunctionSignature, ParameterType } from "./signature";

const number = (value: number): Value => ({ type: "number", value });
const angle = (radians: number): Value => ({ type: "angle", radians });

function unary(
  name: string,
  about: string,
  example: string,
  run: (x: number) => Value,
  type: ParameterType = "number",
): FunctionSignature {
  const read = (args: Bound): number => (type === "angle" ? args.angle("x") : args.number("x"));
  return {
    name,
    about,
    parameters: [{ name: "x", type, about: type === "angle" ? "with its unit" : "any number" }],
    returns: "number",
    example,
    run: (args) => run(read(args)),
  };
}

/** Numbers, angles and points from one another. */
export const arithmeticFunctions: FunctionSignature[] = [
  unary("sqrt", "Square root.", "sqrt(2)", (x) => number(Math.sqrt(x))),
  unary("abs", "The number without its sign.", "abs(-3)", (x) => number(Math.abs(x))),
  unary("floor", "The greatest whole number that is not greater.", "floor(2.7)", (x) => number(Math.floor(x))),
  unary("ceil", "The least whole number that is not less.", "ceil(2.2)", (x) => number(Math.ceil(x))),
  unary("round", "The nearest whole number, halves upwards.", "round(2.5)", (x) => number(Math.round(x))),
  unary("sin", "Sine of an angle.", "sin(30deg)", (x) => number(Math.sin(x)), "angle"),
  unary("cos", "Cosine of an angle.", "cos(60deg)", (x) => number(Math.cos(x)), "angle"),
  unary("tan", "Tangent of an angle.", "tan(45deg)", (x) => number(Math.tan(x)), "angle"),
  {
    name: "atan2",
    about: "The direction of the vector (x, y), from +x towards +y.",
    parameters: [
      { name: "y", type: "number", about: "the vector's y" },
      { name: "x", type: "number", about: "the vector's x" },
    ],
    returns: "angle",
    example: "atan2(1, 1)",
    run: (args) => angle(Math.atan2(args.number("y"), args.number("x"))),
  },
  {
    name: "min",
    about: "The least of the numbers.",
    parameters: [{ name: "values", type: "numbers", about: "one or more numbers" }],
    returns: "number",
    example: "min(3, 1, 2)",
    run: (args) => number(Math.min(...args.numbers("values"))),
  },
  {
    name: "max",
    about: "The greatest of the numbers.",
    parameters: [{ name: "values", type: "numbers", about: "one or more numbers" }],
    returns: "number",
    example: "max(3, 1, 2)",
    run: (args) => number(Math.max(...args.numbers("values"))),
  },
  {
    name: "list",
    about: "A list of the values; two numbers in brackets alone are a point, and this is how they become a list.",
    parameters: [{ name: "items", type: "values", about: "any values, one or more" }],
    returns: "list",
    example: "list(80, 40)",
    run: (args) => ({ type: "list", items: args.items("items") }),
  },
  {
    name: "polar",
    about: "The point at a distance from the origin in a direction.",
    parameters: [
      { name: "radius", type: "number", share: "diagonal", about: "the distance, in plan units" },
      { name: "angle", type: "angle", about: "from +x towards +y" },
    ],
    returns: "point",
    example: "polar(10, 45deg)",
    run(args) {
      const radius = args.number("radius");
      const radians = args.angle("angle");
      const origin = {
        kind: "polar" as const,
        x: 0,
        y: 0,
        radius: args.origin("radius"),
        angle: args.origin("angle"),
        now: radians,
      };
      return { type: "point", x: radius * Math.cos(radians), y: radius * Math.sin(radians), origin };
    },
  },
];
