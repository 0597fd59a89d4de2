import {
  type Figure,
  type Form,
  fanTriangles,
  numbersFigure,
  operandOf,
  outlineFigure,
  pointsFigure,
  regionFigure,
  type Samples,
  type ShapeKind,
  samplesFigure,
  trianglesFigure,
  triangulate,
} from "@vertexon/geometry";
import { describe, distanceOf, type Field, type Probe, type Shape, type Value } from "../values";

/** A value under the expression that stands for it, as what is handed off: shapes in a way that was chosen, or in their own. */
export function figuresOf(expression: string, value: Value, as: ShapeKind | null, unit: string): Figure[] {
  switch (value.type) {
    case "shape":
      return [figureOf(expression, value, as ?? ownKind(value))];
    case "point":
      return [pointsFigure(expression, Float64Array.of(value.x, value.y))];
    case "number":
      return [numbersFigure(expression, [value.value])];
    case "probe":
      return [probeFigure(expression, value)];
    case "field":
      return [samplesFigure(expression, samplesOf(value, unit))];
    case "list": {
      const { items } = value;
      if (items.length > 0 && items.every((item) => item.type === "point"))
        return [pointsFigure(expression, Float64Array.from(items.flatMap(({ x, y }) => [x, y])))];
      if (items.length > 0 && items.every((item) => item.type === "number"))
        return [
          numbersFigure(
            expression,
            items.map((item) => item.value),
          ),
        ];
      return items.flatMap((item, i) => figuresOf(`${expression}.at(${i})`, item, as, unit));
    }
    default:
      return [];
  }
}

/** What keeps a value from being handed off in a form, in words; null where nothing does. */
export function notHandedOff(expression: string, value: Value, form: Form): string | null {
  if (isOfFields(form) && value.type !== "field")
    return `${form.title} holds fields; "${expression}" is ${describe(value)}: a field of a shape is made by field(…)`;
  if (value.type === "list") {
    if (value.items.length === 0) return `"${expression}" is an empty list`;
    for (const [i, item] of value.items.entries()) {
      const problem = notHandedOff(`${expression}.at(${i})`, item, form);
      if (problem) return problem;
    }
    return null;
  }
  if (["shape", "point", "number", "probe", "field"].includes(value.type)) return null;
  return `shapes, points, numbers, probes and fields are handed off; "${expression}" is ${describe(value)}`;
}

/** Whether a form holds nothing but fields. */
export function isOfFields({ holds }: Form): boolean {
  return holds.kinds.every((kind) => kind === "samples");
}

function samplesOf({ distance, shape, grid, reach }: Field, unit: string): Samples {
  const { field } = distance ?? distanceOf(shape);
  return { grid, reach, unit, values: field.sample(grid) };
}

/** Probed points with their answers. */
function probeFigure(name: string, { points }: Probe): Figure {
  const columns = [
    { name: "side", values: points.map(({ location }) => location.side) },
    { name: "winding", values: points.map(({ location }) => location.winding) },
    { name: "distance", values: points.map(({ nearest }) => nearest.distance) },
    { name: "nearest_x", values: points.map(({ nearest }) => nearest.nearest.x) },
    { name: "nearest_y", values: points.map(({ nearest }) => nearest.nearest.y) },
    { name: "ring", values: points.map(({ nearest }) => nearest.ring) },
    { name: "edge", values: points.map(({ nearest }) => nearest.edge) },
  ];
  return pointsFigure(name, Float64Array.from(points.flatMap(({ x, y }) => [x, y])), columns);
}

/** How a shape is taken when nothing is said: what operations made as a region, what was written as it was. */
export function ownKind(shape: Shape): "region" | "outline" {
  return shape.isMade ? "region" : "outline";
}

function figureOf(name: string, shape: Shape, as: ShapeKind): Figure {
  switch (as) {
    case "region":
      return regionFigure(name, shape.polygons, () => shape.regionSources(name));
    case "outline":
      return outlineFigure(name, shape.flat.subpaths, shape.outline, () => shape.edgeSources(name));
    case "triangles":
      return trianglesFigure(name, triangulate(shape.polygons));
    case "fans":
      return trianglesFigure(name, fanTriangles(operandOf(shape.polygons).rings));
  }
}
