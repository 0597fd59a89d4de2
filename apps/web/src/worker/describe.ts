import {
  bounds,
  chordDeviations,
  distanceIndex,
  operandOf,
  type Path,
  perimeter,
  pointAt,
  principalAxes,
  signedArea,
} from "@vertexon/geometry";
import {
  type Definition,
  type Distance,
  distanceHandles,
  handlesOf,
  namedDistancesIn,
  namedShapesIn,
  type Probe,
  type Shape,
  type Value,
} from "@vertexon/notation";
import { packPath } from "./packed-path";
import type { DistanceView, ProbeView, SentDefinition, SentShape, SentValue, ShapeView } from "./sheet-view";

/** What a shape or a distance that something was made from is called; empty where it has no name. */
export type NameOf = (from: Shape | Distance) => string;

/** A definition as plain data. */
export function describeDefinition(definition: Definition, nameOf: NameOf): SentDefinition {
  const { name, span, nameSpan, number, dependsOn, value } = definition;
  return {
    name,
    span,
    nameSpan,
    number,
    dependsOn,
    handles: [...handlesOf(value)],
    value: value && describeValue(name, value, nameOf),
  };
}

function describeValue(name: string, value: Value, nameOf: NameOf): SentValue {
  switch (value.type) {
    case "number":
      return { type: "number", value: value.value };
    case "angle":
      return { type: "angle", radians: value.radians };
    case "point":
      return { type: "point", x: value.x, y: value.y };
    case "list": {
      const handles = distanceHandles(value);
      return {
        type: "list",
        length: value.items.length,
        shapes: namedShapesIn(name, value).map(([item, shape]) => ({ name: item, shape: describeShape(shape) })),
        distances: namedDistancesIn(name, value).map(([item, each], k) => ({
          name: item,
          distance: describeDistance(each),
          handles: handles[k].length,
        })),
        probes: value.items.flatMap((item) => (item.type === "probe" ? [describeProbe(item, nameOf)] : [])),
      };
    }
    case "text":
      return { type: "text", value: value.value };
    case "rule":
    case "word":
    case "truth":
    case "share":
    case "box":
    case "leg":
    case "template":
      return { type: value.type };
    case "shape":
      return describeShape(value);
    case "probe":
      return describeProbe(value, nameOf);
    case "distance":
      return describeDistance(value);
    case "field":
      return {
        type: "field",
        shape: nameOf(value.shape),
        isComposed: value.distance !== null,
        distance: value.distance ? nameOf(value.distance) : "",
        grid: value.grid,
        reach: value.reach,
      };
  }
}

function describeDistance({ field: { worth, lipschitz } }: Distance): DistanceView {
  return { type: "distance", worth, lipschitz };
}

function describeProbe({ shape, points }: Probe, nameOf: NameOf): ProbeView {
  return {
    type: "probe",
    shape: nameOf(shape),
    points: points.map(({ x, y, location, nearest, byCurves }) => ({ x, y, ...location, ...nearest, byCurves })),
  };
}

const described = new WeakMap<object, SentShape>();

function describeShape(shape: Shape): SentShape {
  const known = described.get(shape);
  if (known) return known;
  const { flat, outline, combination } = shape;
  const subpaths = flat.subpaths.map((subpath, i) => ({
    ...subpath,
    segments: outline.subpaths[i].segments.length + (impliedJoin(outline.subpaths[i]) ? 1 : 0),
    length: perimeter(subpath.vertices, subpath.closed),
    signedArea: signedArea(subpath.vertices),
  }));
  const view: SentShape = {
    type: "shape",
    outline: packPath(outline),
    sources: leaves(shape).map((leaf) => packPath(leaf.outline)),
    worst: worstChord(leaves(shape)),
    subpaths,
    polygons: shape.polygons,
    fillRule: shape.fillRule,
    isMade: shape.isMade,
    opacity: shape.opacity,
    flattening: shape.flattening,
    hasOwnFlattening: shape.hasOwnFlattening,
    corners: shape.corners,
    placed: shape.placed,
    ellipse: ellipseOf(outline),
    centre: shape.centre,
    vertices: shape.vertexCount,
    area: shape.area,
    perimeter: subpaths.reduce((sum, { length }) => sum + length, 0),
    bounds: bounds(subpaths.map(({ vertices }) => vertices)),
    label: labelPlace(shape),
    tolerance: shape.tolerance,
    error: shape.error,
    trail: shape.trail,
    combination: combination && {
      operation: combination.operation,
      operands: combination.operands.map(({ label }) => label),
      report: combination.report,
    },
  };
  described.set(shape, view);
  return view;
}

function ellipseOf({ subpaths }: Path): ShapeView["ellipse"] {
  const [segment, ...others] = subpaths.flatMap(({ segments }) => segments);
  if (others.length || segment?.kind !== "arc" || Math.abs(segment.sweep) !== 2 * Math.PI) return null;
  const { rx, ry } = principalAxes(segment);
  return { rx, ry };
}

/** Whether a closed subpath needs a straight join that is not among its segments. */
function impliedJoin({ closed, segments, x, y }: Shape["outline"]["subpaths"][number]): boolean {
  const last = segments.at(-1);
  if (!closed || !last) return false;
  const [ex, ey] = pointAt(last, 1);
  return ex !== x || ey !== y;
}

/** The shapes that a shape was combined from, all the way down; itself when it was not. */
function leaves(shape: Shape): Shape[] {
  return shape.combination ? shape.combination.operands.flatMap((operand) => leaves(operand.shape)) : [shape];
}

/** The middle of the chord with the greatest deviation. */
function worstChord(shapes: readonly Shape[]): ShapeView["worst"] {
  let worst: ShapeView["worst"] = null;
  for (const { outline, flat } of shapes)
    flat.subpaths.forEach((subpath, s) => {
      const v = subpath.vertices;
      chordDeviations(outline.subpaths[s], subpath).forEach((d, i) => {
        if (d <= (worst?.deviation ?? 0)) return;
        const j = (2 * i + 2) % v.length;
        worst = { x: (v[2 * i] + v[j]) / 2, y: (v[2 * i + 1] + v[j + 1]) / 2, deviation: d };
      });
    });
  return worst;
}

/** The deepest of a few samples inside the shape. */
function labelPlace(shape: Shape): ShapeView["label"] {
  const operand = operandOf(shape.polygons);
  const box = bounds(operand.rings);
  if (!box) return null;
  const size = 12;
  const cell = Math.max(box.maxX - box.minX, box.maxY - box.minY) / size;
  const columns = Math.max(1, Math.round((box.maxX - box.minX) / cell));
  const rows = Math.max(1, Math.round((box.maxY - box.minY) / cell));
  const values = distanceIndex(operand).field({ x: box.minX, y: box.minY, cell, columns, rows });
  let deepest = 0;
  for (let i = 1; i < values.length; i++) if (values[i] < values[deepest]) deepest = i;
  return {
    x: box.minX + ((deepest % columns) + 0.5) * cell,
    y: box.minY + (Math.floor(deepest / columns) + 0.5) * cell,
    clearance: -values[deepest],
  };
}
