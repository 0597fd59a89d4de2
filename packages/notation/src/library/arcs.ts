import { arcFromEndpoints, type Path, type Subpath } from "@vertexon/geometry";
import { shortNumber } from "../messages/short-number";
import type { Handle } from "../values/handle";
import { OutlineBuilder } from "../values/outline-builder";
import { Shape } from "../values/shape";
import type { PointValue } from "../values/values";
import { centreReadings, facingReadings, flagReadings } from "./arc-readings";
import { angleHandle, radiusHandle } from "./argument-handles";
import { listedPoints } from "./outline-text";
import { shapeOf } from "./shapes";
import { ArgumentError, type Bound, type FunctionSignature, type Parameter, type SheetContext } from "./signature";

const TURN = 2 * Math.PI;

const at: Parameter = { name: "at", type: "point", about: "the centre" };
const radius: Parameter = { name: "radius", type: "number", share: "diagonal", about: "in plan units, greater than 0" };
const from: Parameter = { name: "from", type: "angle", about: "direction in which it starts", default: "0deg" };
const sweep: Parameter = {
  name: "sweep",
  type: "angle",
  about: "how far it goes on from there, up to one turn either way; negative towards −y",
};

/** Lines, arcs and what is bounded by them. */
export const arcFunctions: FunctionSignature[] = [
  {
    name: "polyline",
    about: "An open outline through points; filled as though closed.",
    parameters: [{ name: "points", type: "points", about: "two or more points, or one list of them" }],
    returns: "shape",
    example: "polyline((10, 10), (50, 60), (90, 20))",
    outline: listedPoints(2, { by: "function", name: "polygon" }),
    mayCross: true,
    run(args, sheet) {
      const points = args.points("points");
      if (points.length < 2)
        throw new ArgumentError("points", `a polyline needs at least 2 points, not ${points.length}`);
      const builder = new OutlineBuilder(points[0].x, points[0].y);
      for (const { x, y } of points) builder.line(x, y);
      return shapeOf({ subpaths: [builder.open()] }, sheet, points, undefined, { told: points });
    },
  },
  {
    name: "arc",
    about: "An open arc of a circle by its centre, where it starts and how far it goes.",
    parameters: [at, radius, from, sweep],
    returns: "shape",
    example: "arc((50, 50), radius: 40, from: 30deg, sweep: 120deg)",
    readings: centreReadings("radius", 2),
    run: (args, sheet) => arcShape(args, sheet, (arc) => arc.open()),
  },
  {
    name: "arcvia",
    about: "An open arc of a circle through three points, from the first by way of the second to the third.",
    parameters: [
      { name: "from", type: "point", about: "where it starts" },
      { name: "via", type: "point", about: "a point that it passes" },
      { name: "to", type: "point", about: "where it ends" },
    ],
    returns: "shape",
    example: "arcvia((10, 60), (50, 20), (90, 60))",
    run(args, sheet) {
      const points = ["from", "via", "to"].map((name) => args.point(name));
      return shapeOf({ subpaths: [arcThrough(points)] }, sheet, points);
    },
  },
  {
    name: "arcfacing",
    about: "An open arc of a circle that leaves its start in a direction and ends in a point.",
    parameters: [
      { name: "from", type: "point", about: "where it starts" },
      { name: "facing", type: "angle", about: "the direction in which it leaves" },
      { name: "to", type: "point", about: "where it ends" },
    ],
    returns: "shape",
    example: "arcfacing((10, 60), facing: -90deg, to: (90, 60))",
    readings: facingReadings,
    run(args, sheet) {
      const [start, end] = [args.point("from"), args.point("to")];
      return shapeOf({ subpaths: [arcFacing(start, args.angle("facing"), end)] }, sheet, [start, end]);
    },
  },
  {
    name: "arcradii",
    about: "An open elliptical arc between two points in SVG's endpoint form; radii that are too small are scaled up.",
    parameters: [
      { name: "from", type: "point", about: "where it starts" },
      { name: "to", type: "point", about: "where it ends, another point" },
      { name: "rx", type: "number", share: "width", about: "radius along the ellipse's x axis" },
      { name: "ry", type: "number", share: "height", about: "radius along its y axis", default: "the same as rx" },
      { name: "turned", type: "angle", about: "rotation of the ellipse's x axis", default: "0deg" },
      { name: "large", type: "yes or no", about: "the longer of the two ways", default: "no" },
      { name: "sweep", type: "yes or no", about: "angles grow along it, from +x towards +y", default: "yes" },
    ],
    returns: "shape",
    example: "arcradii((30, 60), (70, 60), rx: 30, ry: 20, large: yes)",
    readings: flagReadings,
    run(args, sheet) {
      const [start, end] = [args.point("from"), args.point("to")];
      const rx = args.positive("rx");
      const ry = args.has("ry") ? args.positive("ry") : rx;
      const [large, grows] = [args.truth("large", false), args.truth("sweep", true)];
      const turned = args.angle("turned", 0);
      const segment = arcFromEndpoints(start.x, start.y, rx, ry, turned, large, grows, end.x, end.y);
      if (!segment) throw new ArgumentError("to", "the arc must end in another point than it starts in");
      const path: Path = { subpaths: [{ x: start.x, y: start.y, segments: [segment], closed: false }] };
      return shapeOf(path, sheet, [start, end]);
    },
  },
  {
    name: "sector",
    about: "The part of a disc between two radii.",
    parameters: [at, radius, from, sweep],
    returns: "shape",
    example: "sector((40, 40), radius: 30, from: -20deg, sweep: 250deg)",
    readings: centreReadings("radius", 2),
    run: (args, sheet) => ringPart(args, sheet, args.positive("radius"), 0),
  },
  {
    name: "sectors",
    about: "A disc divided into sectors by shares that sum to one turn; a list of shapes.",
    parameters: [
      at,
      radius,
      { name: "shares", type: "numbers", share: "part", about: "parts of one turn; their sum must be 1" },
      from,
    ],
    returns: "list",
    example: "sectors((40, 40), radius: 30, shares: (0.5, 0.3, 0.2))",
    run: sectors,
  },
  {
    name: "segment",
    about: "The part of a disc that a chord cuts off.",
    parameters: [at, radius, from, sweep],
    returns: "shape",
    example: "segment((40, 40), radius: 30, from: 0deg, sweep: 140deg)",
    readings: centreReadings("radius", 2),
    run: (args, sheet) => arcShape(args, sheet, (arc) => arc.closed()),
  },
  {
    name: "ring",
    about: "A disc with a round hole in its middle, or a part of it.",
    parameters: [
      at,
      { name: "outer", type: "number", share: "diagonal", about: "radius of the disc" },
      { name: "inner", type: "number", share: "diagonal", about: "radius of the hole, less than outer" },
      from,
      { ...sweep, default: "1turn" },
    ],
    returns: "shape",
    example: "ring((50, 50), outer: 40, inner: 25, from: 10deg, sweep: 200deg)",
    readings: centreReadings("outer", 3),
    run(args, sheet) {
      const [outer, inner] = [args.positive("outer"), args.positive("inner")];
      if (inner >= outer) throw new ArgumentError("inner", `"inner" must be less than "outer", ${outer}, not ${inner}`);
      return ringPart(args, sheet, outer, inner);
    },
  },
];

/** The arc that arguments tell by its centre, ended in one way or the other. */
function arcShape(args: Bound, sheet: SheetContext, end: (arc: OutlineBuilder) => Subpath): Shape {
  const centre = args.point("at");
  const r = args.positive("radius");
  const arc = startOn(centre, r, args.angle("from", 0));
  arc.around(centre.x, centre.y, sweepOf(args));
  return shapeOf({ subpaths: [end(arc)] }, sheet, [centre], centre, { handles: arcHandles(args, centre, r) });
}

function sweepOf(args: Bound): number {
  const value = args.angle("sweep", TURN);
  if (value === 0 || Math.abs(value) > TURN * (1 + 1e-12))
    throw new ArgumentError(
      "sweep",
      `the sweep must be at most 360deg either way, and not 0; it is ${shortNumber((value / TURN) * 360)}deg`,
    );
  return Math.abs(value) > TURN * (1 - 1e-12) ? Math.sign(value) * TURN : value;
}

function startOn(centre: PointValue, r: number, angle: number): OutlineBuilder {
  return new OutlineBuilder(centre.x + r * Math.cos(angle), centre.y + r * Math.sin(angle));
}

function ringPart(args: Bound, sheet: SheetContext, outer: number, inner: number): Shape {
  const centre = args.point("at");
  const subpaths = ringPartOutline(centre, outer, inner, args.angle("from", 0), sweepOf(args));
  return shapeOf({ subpaths }, sheet, [centre], centre, { handles: arcHandles(args, centre, outer) });
}

/** Handles in the middle of an arc for its radii, and at its ends for its angles. */
function arcHandles(args: Bound, centre: PointValue, r: number): Handle[] {
  const [start, turn] = [args.angle("from", 0), args.angle("sweep", TURN)];
  const place = (angle: number, distance = r) => ({
    x: centre.x + distance * Math.cos(angle),
    y: centre.y + distance * Math.sin(angle),
  });
  const middle = start + turn / 2;
  return [
    ...["radius", "outer", "inner"].flatMap((name) =>
      args.has(name) ? radiusHandle(args, name, centre, place(middle, args.number(name))) : [],
    ),
    ...angleHandle(args, "from", centre, { base: 0, now: start }, place(start)),
    ...angleHandle(args, "sweep", centre, { base: start, now: turn }, place(start + turn)),
  ];
}

/** A whole turn has no radii in its outline: the hole is an outline of its own, travelled the other way. */
function ringPartOutline(centre: PointValue, outer: number, inner: number, start: number, turn: number): Subpath[] {
  const { x, y } = centre;
  const outside = startOn(centre, outer, start);
  outside.around(x, y, turn);
  if (Math.abs(turn) === TURN) {
    const inside = startOn(centre, inner, start);
    if (inner > 0) inside.around(x, y, -turn);
    return inner > 0 ? [outside.closed(), inside.closed()] : [outside.closed()];
  }
  outside.line(x + inner * Math.cos(start + turn), y + inner * Math.sin(start + turn));
  if (inner > 0) outside.around(x, y, -turn);
  return [outside.closed()];
}

function sectors(args: Bound, sheet: SheetContext) {
  const centre = args.point("at");
  const r = args.positive("radius");
  const shares = args.numbers("shares");
  shares.forEach((share, i) => {
    if (!(share > 0)) throw new ArgumentError("shares", `share ${i + 1} must be greater than 0, not ${share}`);
  });
  const sum = shares.reduce((total, share) => total + share, 0);
  if (Math.abs(sum - 1) > 1e-9)
    throw new ArgumentError("shares", `the shares must sum to 1; they sum to ${shortNumber(sum)}`);
  let start = args.angle("from", 0);
  const items = shares.map((share) => {
    const turn = shares.length === 1 ? TURN : share * TURN;
    const shape = new Shape({
      outline: { subpaths: ringPartOutline(centre, r, 0, start, turn) },
      fillRule: "nonzero",
      tolerance: sheet.tolerance(),
      centre,
    });
    start += turn;
    return shape;
  });
  return { type: "list" as const, items };
}

/** The circle's centre is where the perpendicular bisectors meet; the way round is the one that passes the middle point. */
function arcThrough([a, b, c]: readonly PointValue[]): Subpath {
  const [bx, by, cx, cy] = [b.x - a.x, b.y - a.y, c.x - a.x, c.y - a.y];
  const cross = 2 * (bx * cy - by * cx);
  if (cross === 0) throw new ArgumentError("via", "the three points lie on one line: no arc passes through them");
  const [p, q] = [bx * bx + by * by, cx * cx + cy * cy];
  const [x, y] = [a.x + (cy * p - by * q) / cross, a.y + (bx * q - cx * p) / cross];
  const angle = (point: PointValue): number => Math.atan2(point.y - y, point.x - x);
  const positive = (value: number): number => ((value % TURN) + TURN) % TURN;
  const whole = positive(angle(c) - angle(a));
  const turn = positive(angle(b) - angle(a)) < whole ? whole : whole - TURN;
  return arcBetween(a, c, x, y, turn);
}

/** The chord makes with the tangent half the angle that the arc turns by. */
function arcFacing(start: PointValue, facing: number, end: PointValue): Subpath {
  const [dx, dy] = [end.x - start.x, end.y - start.y];
  const chord = Math.hypot(dx, dy);
  if (chord === 0) throw new ArgumentError("to", "the arc must end in another point than it starts in");
  const [tx, ty] = [Math.cos(facing), Math.sin(facing)];
  const half = Math.atan2(tx * dy - ty * dx, tx * dx + ty * dy);
  if (Math.abs(half) < 1e-15) {
    const builder = new OutlineBuilder(start.x, start.y);
    builder.line(end.x, end.y);
    return builder.open();
  }
  if (Math.abs(half) === Math.PI)
    throw new ArgumentError("facing", "the arc would leave straight away from its end: choose another direction");
  const signedRadius = chord / (2 * Math.sin(half));
  return arcBetween(start, end, start.x - signedRadius * ty, start.y + signedRadius * tx, 2 * half);
}

function arcBetween(start: PointValue, end: PointValue, cx: number, cy: number, turn: number): Subpath {
  const builder = new OutlineBuilder(start.x, start.y);
  const [ux, uy] = [start.x - cx, start.y - cy];
  builder.arc(cx, cy, ux, uy, -uy, ux, turn, end.x, end.y);
  return builder.open();
}
