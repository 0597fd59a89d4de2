import { rationalQuadratic, type Segment, WeightError } from "@vertexon/geometry";
import { shapeOf } from "./shapes";
import { ArgumentError, type FunctionSignature } from "./signature";

/** Arcs of conic sections. */
export const conic: FunctionSignature = {
  name: "conic",
  about:
    "Arcs of conic sections strung together: rational quadratic Bézier curves. Closed when the last control point has no end after it.",
  parameters: [
    { name: "points", type: "points", about: "the start, then a control point and an end in turn" },
    {
      name: "weight",
      type: "numbers",
      about: "of the control points, one for all or one for each: below 1 elliptical, 1 a parabola, above hyperbolic",
      default: "1",
    },
  ],
  returns: "shape",
  example: "conic((10, 70), (50, -30), (90, 70), weight: 0.5)",
  run(args, sheet) {
    const points = args.points("points");
    const arcs = Math.floor(points.length / 2);
    if (points.length < 3)
      throw new ArgumentError(
        "points",
        `a conic needs a start, a control point and an end, not ${points.length} points`,
      );
    const weights = args.has("weight") ? args.numbers("weight") : [1];
    if (weights.length !== 1 && weights.length !== arcs)
      throw new ArgumentError(
        "weight",
        `one weight for all or one for each control point: ${arcs}, not ${weights.length}`,
      );
    const segments = Array.from({ length: arcs }, (_, i): Segment => {
      const [a, b, c] = [0, 1, 2].map((k) => points[(2 * i + k) % points.length]);
      try {
        return rationalQuadratic([a.x, a.y, b.x, b.y, c.x, c.y], [1, weights[i % weights.length], 1]);
      } catch (error) {
        if (!(error instanceof WeightError)) throw error;
        const weight = weights[i % weights.length];
        throw new ArgumentError("weight", `the weight of control point ${i + 1} must be greater than 0, not ${weight}`);
      }
    });
    const closed = points.length % 2 === 0;
    return shapeOf({ subpaths: [{ x: points[0].x, y: points[0].y, segments, closed }] }, sheet, points);
  },
};
