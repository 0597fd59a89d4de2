import {
  circleSubpath,
  type FillRule,
  IDENTITY,
  type Path,
  PathDataError,
  parsePathData,
  polygonPath,
  type Subpath,
  writtenPathPoints,
} from "@vertexon/geometry";
import { shortNumber } from "../messages/short-number";
import type { Handle } from "../values/handle";
import { edgeHandle, grip, joined, numberHandle, pointHandles } from "../values/handles";
import type { Driver } from "../values/origin";
import { OutlineBuilder } from "../values/outline-builder";
import { Shape } from "../values/shape";
import type { PointValue, TextValue } from "../values/values";
import { alongHandle, angleHandle, radiusHandle } from "./argument-handles";
import { listedPoints, pathDataText } from "./outline-text";
import { roundedRect } from "./rounded-rect";
import { ArgumentError, type Bound, type FunctionSignature, type Parameter, type SheetContext } from "./signature";

const fill: Parameter = {
  name: "fill",
  type: "fill rule",
  about: "which places count as inside where the outline crosses itself: nonzero or evenodd",
  default: "nonzero",
};

/** A box by whatever is known of it. */
const box: Parameter[] = [
  {
    name: "corner",
    type: "point",
    about: "any corner; the one of least x and y when a size is given",
    default: "from at",
  },
  { name: "width", type: "number", share: "width", about: "in plan units, greater than 0", default: "from to" },
  { name: "height", type: "number", share: "height", about: "in plan units, greater than 0", default: "from to" },
  { name: "to", type: "point", about: "the opposite corner, instead of width and height", default: "none" },
  { name: "at", type: "point", about: "the centre, instead of a corner", default: "none" },
];

/** The functions that make shapes. */
export const shapeFunctions: FunctionSignature[] = [
  {
    name: "circle",
    about: "A circle.",
    parameters: [
      { name: "at", type: "point", about: "the centre" },
      { name: "radius", type: "number", share: "diagonal", about: "in plan units, greater than 0" },
    ],
    returns: "shape",
    example: "circle((40, 40), radius: 30)",
    run(args, sheet) {
      const at = args.point("at");
      const radius = args.positive("radius");
      const path = { subpaths: [circleSubpath(at.x, at.y, radius, radius)] };
      const handles = radiusHandle(args, "radius", at, { x: at.x + radius, y: at.y });
      return shapeOf(path, sheet, [at], at, { handles });
    },
  },
  {
    name: "ellipse",
    about: "An ellipse with its axes along x and y.",
    parameters: [
      { name: "at", type: "point", about: "the centre" },
      { name: "rx", type: "number", share: "width", about: "half the width, greater than 0" },
      { name: "ry", type: "number", share: "height", about: "half the height, greater than 0" },
    ],
    returns: "shape",
    example: "ellipse((50, 40), rx: 40, ry: 20)",
    run(args, sheet) {
      const at = args.point("at");
      const [rx, ry] = [args.positive("rx"), args.positive("ry")];
      const handles = [
        ...alongHandle(args, "rx", at, [1, 0], { x: at.x + rx, y: at.y }),
        ...alongHandle(args, "ry", at, [0, 1], { x: at.x, y: at.y + ry }),
      ];
      return shapeOf({ subpaths: [circleSubpath(at.x, at.y, rx, ry)] }, sheet, [at], at, { handles });
    },
  },
  {
    name: "rect",
    about: "A rectangle by a corner and its size, by two opposite corners, or by its centre and size.",
    parameters: [
      ...box,
      {
        name: "rx",
        type: "number",
        share: "width",
        about: "corner radius along x, at most half the width",
        default: "ry, or 0",
      },
      {
        name: "ry",
        type: "number",
        share: "height",
        about: "corner radius along y, at most half the height",
        default: "rx, or 0",
      },
    ],
    returns: "shape",
    example: "rect((10, 10), width: 80, height: 50, rx: 8)",
    run: rectangle,
  },
  {
    name: "inscribed",
    about: "The ellipse that touches all four sides of a box; a circle only where the box is square.",
    parameters: box,
    returns: "shape",
    example: "inscribed((10, 20), to: (90, 60))",
    run(args, sheet) {
      const { x, y, width, height, points, edges } = boxOf("inscribed", args);
      const centre = { x: x + width / 2, y: y + height / 2 };
      const path = { subpaths: [circleSubpath(centre.x, centre.y, width / 2, height / 2)] };
      return shapeOf(path, sheet, points, centre, { handles: edges });
    },
  },
  {
    name: "polygon",
    about: "A closed outline through points, in the order given.",
    parameters: [
      { name: "points", type: "points", about: "three or more points, or one list of them" },
      {
        name: "round",
        type: "number",
        share: "diagonal",
        about: "radius of arcs that touch both edges at every corner",
        default: "0",
      },
      fill,
    ],
    returns: "shape",
    example: "polygon((10, 10), (90, 20), (50, 70), round: 6)",
    outline: listedPoints(3, { by: "itself" }),
    mayCross: true,
    run(args, sheet) {
      const points = args.points("points");
      if (points.length < 3)
        throw new ArgumentError("points", `a polygon needs at least 3 points, not ${points.length}`);
      const round = args.number("round", 0);
      const { subpaths } = roundedPolygon(points, round);
      const handles = round > 0 ? roundHandle(args, points, round) : [];
      return shapeOf({ subpaths }, sheet, points, undefined, { fillRule: args.rule("fill"), handles, told: points });
    },
  },
  {
    name: "capsule",
    about: "All places within a radius of a straight line: two half circles joined by straight sides.",
    parameters: [
      { name: "from", type: "point", about: "one end of the line" },
      { name: "to", type: "point", about: "the other end" },
      { name: "radius", type: "number", share: "diagonal", about: "in plan units, greater than 0" },
    ],
    returns: "shape",
    example: "capsule((30, 40), (70, 60), radius: 20)",
    run(args, sheet) {
      const from = args.point("from");
      const to = args.point("to");
      const radius = args.positive("radius");
      const subpath = capsuleSubpath(from, to, radius);
      const centre = middle(from, to);
      const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
      const [nx, ny] = [(to.y - from.y) / length, (from.x - to.x) / length];
      const side = { x: centre.x + radius * nx, y: centre.y + radius * ny };
      const handles =
        nx || ny ? alongHandle(args, "radius", centre, [nx, ny], side) : radiusHandle(args, "radius", from, side);
      return shapeOf({ subpaths: [subpath] }, sheet, [from, to], centre, { handles });
    },
  },
  {
    name: "regular",
    about: "A regular polygon; its first vertex lies in the direction of facing.",
    parameters: [
      { name: "count", type: "number", about: "how many vertices, 3 to 100000" },
      { name: "at", type: "point", about: "the centre" },
      {
        name: "radius",
        type: "numbers",
        share: "diagonal",
        about: "from the centre to the vertices: one for all, or one for each",
      },
      { name: "facing", type: "angle", about: "direction of the first vertex, from +x towards +y", default: "0deg" },
    ],
    returns: "shape",
    example: "regular(11, at: (40, 40), radius: 30)",
    run(args, sheet) {
      const count = args.whole("count", 3, 100_000);
      const at = args.point("at");
      const radii = args.numbers("radius");
      if (radii.length !== 1 && radii.length !== count)
        throw new ArgumentError("radius", `${count} vertices need 1 radius or ${count}, not ${radii.length}`);
      for (const radius of radii)
        if (!(radius > 0)) throw new ArgumentError("radius", `"radius" must be greater than 0, not ${radius}`);
      const facing = args.angle("facing", 0);
      const points: number[] = [];
      for (let i = 0; i < count; i++) {
        const angle = facing + (2 * Math.PI * i) / count;
        const radius = radii[i % radii.length];
        points.push(at.x + radius * Math.cos(angle), at.y + radius * Math.sin(angle));
      }
      const vertex = (i: number) => ({ x: points[2 * i], y: points[2 * i + 1] });
      const handles = radii.flatMap((_, i) => {
        const measure = { by: "distance" as const, x: at.x, y: at.y };
        const reach = numberHandle(vertex(i), grip("radius", measure, args.origin("radius", i)));
        const turn = i === 0 ? angleHandle(args, "facing", at, { base: 0, now: facing }, vertex(0)) : [];
        return joined([...reach, ...turn]);
      });
      return shapeOf(polygonPath(points), sheet, [at], at, { handles });
    },
  },
  {
    name: "path",
    about: "An outline in path data, exactly as in the SVG 2 grammar. Open subpaths are filled as though closed.",
    parameters: [{ name: "data", type: "text", about: "path data in quotation marks" }, fill],
    returns: "shape",
    example: 'path("M 10 50 C 20 10 80 10 90 50 A 40 40 0 0 1 10 50 Z")',
    outline: pathDataText,
    mayCross: true,
    run(args, sheet) {
      const text = args.text("data");
      try {
        return new Shape({
          outline: parsePathData(text.value),
          fillRule: args.rule("fill"),
          tolerance: sheet.tolerance(),
          handles: pathHandles(text),
        });
      } catch (error) {
        if (error instanceof PathDataError) throw new PathTextError(text.from + error.offset, error.message);
        throw error;
      }
    },
  },
];

/** A mistake inside a text argument, at a place in the statement. */
export class PathTextError extends Error {
  override readonly name = "PathTextError";
  constructor(
    readonly at: number,
    message: string,
  ) {
    super(message);
  }
}

/** A shape from an outline and the points that it was written with. */
export function shapeOf(
  outline: Path,
  sheet: SheetContext,
  points: readonly PointValue[],
  centre?: { x: number; y: number },
  {
    fillRule = "nonzero",
    handles = [],
    told,
  }: { fillRule?: FillRule; handles?: readonly Handle[]; told?: readonly PointValue[] } = {},
): Shape {
  const all = [...pointHandles(points), ...handles];
  return new Shape({ outline, fillRule, tolerance: sheet.tolerance(), centre, handles: all, told });
}

/** Handles for the points that path data states in absolute commands. */
function pathHandles({ value, from }: TextValue): Handle[] {
  const place = (at: [number, number] | null): Driver | null =>
    at && {
      kind: "driver",
      name: null,
      from: from + at[0],
      to: from + at[1],
      factor: 1,
      offset: 0,
      tightBefore: /[\d.]/.test(value[at[0] - 1] ?? ""),
      tightAfter: /[\d.]/.test(value[at[1]] ?? ""),
    };
  return writtenPathPoints(value).map(({ x, y, xAt, yAt, role }) => {
    const [px, py] = [place(xAt), place(yAt)];
    // Both are rewritten together: one space between them is enough.
    if (px?.tightAfter && py) py.tightBefore = false;
    const grips = [
      ...(px ? [{ label: "x", measure: { by: "along" as const, x: 0, y: 0, dx: 1, dy: 0 }, origin: px }] : []),
      ...(py ? [{ label: "y", measure: { by: "along" as const, x: 0, y: 0, dx: 0, dy: 1 }, origin: py }] : []),
    ];
    return { x, y, grips, map: IDENTITY, role };
  });
}

/** Each corner cut off by an arc that touches both edges. Two neighbouring arcs may not need more than their edge. */
function roundedPolygon(points: readonly PointValue[], radius: number): Path {
  if (radius === 0) return polygonPath(points.flatMap(({ x, y }) => [x, y]));
  if (!(radius > 0)) throw new ArgumentError("round", `"round" must be 0 or more, not ${radius}`);
  const n = points.length;
  const corners = points.map((corner, i) => cornerOf(points[(i + n - 1) % n], corner, points[(i + 1) % n]));
  corners.forEach(({ reach, length }, i) => {
    const next = corners[(i + 1) % n].reach;
    if (radius * (reach + next) > length * (1 + 1e-12))
      throw new ArgumentError(
        "round",
        `the edge from vertex ${i} to ${(i + 1) % n} has room for a radius of ${shortNumber(length / (reach + next))} at most, not ${radius}`,
      );
  });
  const first = corners[0];
  const builder = new OutlineBuilder(
    first.x - radius * first.reach * first.inX,
    first.y - radius * first.reach * first.inY,
  );
  corners.forEach(({ x, y, inX, inY, outX, outY, reach, turn }) => {
    const t = radius * reach;
    builder.line(x - t * inX, y - t * inY);
    if (turn === 0) {
      builder.line(x, y);
      return;
    }
    const side = Math.sign(turn);
    builder.arc(
      x - t * inX - side * radius * inY,
      y - t * inY + side * radius * inX,
      side * radius * inY,
      -side * radius * inX,
      radius * inX,
      radius * inY,
      Math.abs(turn),
      x + t * outX,
      y + t * outY,
    );
  });
  return { subpaths: [builder.closed()] };
}

/** A handle where the first corner's arc begins: the radius grows as it moves away from the corner. */
function roundHandle(args: Bound, points: readonly PointValue[], round: number): Handle[] {
  const n = points.length;
  const { x, y, inX, inY, reach } = cornerOf(points[n - 1], points[0], points[1]);
  const step: [number, number] = [-reach * inX, -reach * inY];
  return alongHandle(args, "round", points[0], step, { x: x + round * step[0], y: y + round * step[1] });
}

/** A corner's unit directions in and out, its turn, how far from it an arc of radius 1 touches, and the edge after it. */
function cornerOf(before: PointValue, { x, y }: PointValue, after: PointValue) {
  const [dx, dy, ex, ey] = [x - before.x, y - before.y, after.x - x, after.y - y];
  const [din, length] = [Math.hypot(dx, dy), Math.hypot(ex, ey)];
  if (din === 0 || length === 0)
    throw new ArgumentError("points", "a polygon with round corners must not repeat a point");
  const [inX, inY, outX, outY] = [dx / din, dy / din, ex / length, ey / length];
  const turn = Math.atan2(inX * outY - inY * outX, inX * outX + inY * outY);
  return { x, y, inX, inY, outX, outY, turn, reach: Math.abs(Math.tan(turn / 2)), length };
}

function middle(a: PointValue, b: PointValue): { x: number; y: number } {
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
}

/** A box by a corner or its centre, and its size or the opposite corner; with the points it was told by, and its edges' handles. */
function boxOf(what: string, args: Bound) {
  if (args.has("corner") === args.has("at"))
    throw new ArgumentError(args.has("at") ? "at" : "corner", `${what} needs a corner or its centre "at", one of them`);
  const corner = args.has("at") ? args.point("at") : args.point("corner");
  let { x, y } = corner;
  let width: number;
  let height: number;
  const points = [corner];
  const edges: Handle[] = [];
  if (args.has("to")) {
    if (args.has("width") || args.has("height") || args.has("at"))
      throw new ArgumentError("to", 'give either a corner and "to", or "width" and "height", not both');
    const to = args.point("to");
    points.push(to);
    const [middleX, middleY] = [(corner.x + to.x) / 2, (corner.y + to.y) / 2];
    for (const end of [corner, to]) {
      edges.push(...edgeHandle(end, "x", { x: end.x, y: middleY }));
      edges.push(...edgeHandle(end, "y", { x: middleX, y: end.y }));
    }
    width = Math.abs(to.x - x);
    height = Math.abs(to.y - y);
    if (width === 0 || height === 0) throw new ArgumentError("to", "the opposite corner must differ in x and in y");
    x = Math.min(x, to.x);
    y = Math.min(y, to.y);
  } else {
    for (const name of ["width", "height"])
      if (!args.has(name)) throw new ArgumentError(name, `${what} needs "${name}", or the opposite corner as "to"`);
    width = args.positive("width");
    height = args.positive("height");
    const share = args.has("at") ? 0.5 : 1;
    if (args.has("at")) {
      x -= width / 2;
      y -= height / 2;
    }
    edges.push(...alongHandle(args, "width", corner, [share, 0], { x: x + width, y: y + height / 2 }));
    edges.push(...alongHandle(args, "height", corner, [0, share], { x: x + width / 2, y: y + height }));
  }
  return { x, y, width, height, points, edges };
}

function rectangle(args: Bound, sheet: SheetContext): Shape {
  const { x, y, width, height, points, edges } = boxOf("rect", args);
  const rx = cornerRadius(args, sheet, ["rx", "ry"], { most: width / 2, side: "width" });
  const ry = cornerRadius(args, sheet, ["ry", "rx"], { most: height / 2, side: "height" });
  const centre = { x: x + width / 2, y: y + height / 2 };
  if (rx === 0 || ry === 0)
    return shapeOf(polygonPath([x, y, x + width, y, x + width, y + height, x, y + height]), sheet, points, centre, {
      handles: edges,
    });
  const given = args.has("rx") ? "rx" : "ry";
  const handles = [
    ...edges,
    ...alongHandle(args, given, { x, y }, [1, 0], { x: x + rx, y }),
    ...(args.has("rx") && args.has("ry") ? alongHandle(args, "ry", { x, y }, [0, 1], { x, y: y + ry }) : []),
  ];
  return shapeOf({ subpaths: [roundedRect(x, y, width, height, rx, ry)] }, sheet, points, centre, { handles });
}

/** As in SVG: a radius that is not given takes the other one's value; both are clamped to half the side. */
function cornerRadius(
  args: Bound,
  sheet: SheetContext,
  [name, other]: [string, string],
  { most, side }: { most: number; side: string },
): number {
  const given = args.has(name) ? name : other;
  const value = args.number(given, 0);
  if (!(value >= 0)) throw new ArgumentError(given, `"${given}" must be 0 or more, not ${value}`);
  if (value > most) sheet.note(given, `reduced from ${shortNumber(value)} to ${shortNumber(most)}, half the ${side}`);
  return Math.min(value, most);
}

function capsuleSubpath(from: PointValue, to: PointValue, radius: number): Subpath {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (length === 0) return circleSubpath(from.x, from.y, radius, radius);
  // Along the line, and to its right (away from +y when the line runs along +x).
  const ax = (radius * (to.x - from.x)) / length;
  const ay = (radius * (to.y - from.y)) / length;
  const builder = new OutlineBuilder(from.x + ay, from.y - ax);
  builder.line(to.x + ay, to.y - ax);
  builder.arc(to.x, to.y, ay, -ax, ax, ay, Math.PI, to.x - ay, to.y + ax);
  builder.line(from.x - ay, from.y + ax);
  builder.arc(from.x, from.y, -ay, ax, -ax, -ay, Math.PI, from.x + ay, from.y - ax);
  return builder.closed();
}
