import { combineAll, type FillRule, type Operation, operandOf, polygonPath, traceEdges } from "@vertexon/geometry";
import { after, greatest } from "../values/error-bound";
import { once, onceFor } from "../values/once";
import { Shape } from "../values/shape";

/** A set operation on shapes. Error bounds of the operands and of the operation add up. */
export function combineShapes(
  operation: Operation,
  operands: readonly { label: string; shape: Shape }[],
  tolerance: number,
): Shape {
  const { polygons, report } = combineAll(
    operation,
    operands.map(({ shape }) => shape.operand),
  );
  return new Shape({
    outline: {
      subpaths: operandOf(polygons).rings.flatMap((ring) => polygonPath(ring).subpaths),
    },
    fillRule: "nonzero",
    tolerance,
    carried: after(greatest(operands.map(({ shape }) => shape.bound)), { snapping: report.movement }),
    carriedByCurves: after(greatest(operands.map(({ shape }) => shape.curveBound)), { snapping: report.movement }),
    handles: operands.flatMap(({ shape }) => shape.handles),
    combination: { operation, operands: [...operands], report },
    polygons,
    curved: operands.some(({ shape }) => shape.hasCurves),
    // The arrangement is made anew when it is asked for: keeping it would take more room than the shape.
    sources: once(() => {
      const result = combineAll(
        operation,
        operands.map(({ shape }) => shape.operand),
      );
      return traceEdges(
        result,
        operands.map(({ label, shape }) => shape.edgeSources(label)),
      );
    }),
  });
}

/** One shape with the outlines of several, under one fill rule. */
export function compoundOf(shapes: readonly Shape[], fillRule: FillRule): Shape {
  const tolerance = Math.min(...shapes.map((shape) => shape.tolerance));
  const parts = shapes.map((shape) => shape.flattenedBy({ tolerance }));
  return new Shape({
    outline: { subpaths: shapes.flatMap(({ outline }) => outline.subpaths) },
    fillRule,
    tolerance,
    carried: greatest(shapes.map(({ carried }) => carried)),
    handles: shapes.flatMap(({ handles }) => handles),
    sources: shapes.some(({ isTraced }) => isTraced)
      ? onceFor((label) => parts.flatMap((part) => part.edgeSources(label)))
      : undefined,
    curved: shapes.some(({ hasCurves }) => hasCurves),
  });
}
