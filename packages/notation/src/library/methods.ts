import {
  bounds,
  type Cap,
  type FlattenOptions,
  type Join,
  type Placement,
  pixelTolerance,
  type Spacing,
} from "@vertexon/geometry";
import { clippedTo, cutAlong, tiled } from "../values/cuts";
import { hullOf, simplified } from "../values/outlines-from";
import { coveredAtLeast, offsetBy, sifted, stroked } from "../values/regions";
import type { Shape } from "../values/shape";
import { mirrored, moved, rotated, scaled, skewed } from "../values/transforms";
import { ArgumentError, type Bound, type MethodSignature, type Parameter } from "./signature";
import { distanceHandle, widthHandle } from "./size-handles";

const about: Parameter = {
  name: "about",
  type: "point",
  about: "the point that stays where it is",
  default: "the shape's own centre, or the middle of its bounds",
};

const JOINS: readonly Join[] = ["miter", "round", "bevel", "arcs"];
const SIDES = ["both", "left", "right"] as const;
const SPACINGS: readonly Spacing[] = ["error", "length", "parameter"];
const PLACEMENTS: readonly Placement[] = ["on", "balanced", "area", "outside"];
const CAPS: readonly Cap[] = ["butt", "round", "square"];

const join = (otherwise: Join): Parameter => ({
  name: "join",
  type: "word",
  words: JOINS,
  about: `how corners are joined: ${JOINS.join(", ")}`,
  default: otherwise,
});
const miterLimit: Parameter = {
  name: "limit",
  type: "number",
  about: "a miter longer than this many widths becomes a bevel, and `join: arcs` is cut off there; at least 1",
  default: "4",
};

/** So many columns and rows of tiles are cut at most. */
const MOST_TILES = 1000;

/** What can be chained to a shape with a dot. The shape itself never changes: each gives a new one. */
export const shapeMethods: MethodSignature[] = [
  {
    name: "move",
    about: "The whole shape, moved.",
    parameters: [
      { name: "dx", type: "number", share: "width", about: "along x, in plan units" },
      { name: "dy", type: "number", share: "height", about: "along y, in plan units" },
    ],
    returns: "shape",
    example: "rect((10, 10), width: 30, height: 20).move(40, 20)",
    run: (shape, args) => moved(shape, args.number("dx"), args.number("dy")),
  },
  {
    name: "rotate",
    about: "The whole shape, turned from +x towards +y.",
    parameters: [{ name: "angle", type: "angle", about: "with its unit: deg, rad or turn" }, about],
    returns: "shape",
    example: "rect((30, 30), width: 40, height: 20).rotate(30deg)",
    run: (shape, args) => rotated(shape, args.angle("angle"), args.has("about") ? args.point("about") : shape.centre),
  },
  {
    name: "scale",
    about: "The whole shape, scaled; negative factors mirror it.",
    parameters: [
      { name: "x", type: "number", share: "part", about: "factor along x, not 0" },
      { name: "y", type: "number", share: "part", about: "factor along y, not 0", default: "the same as x" },
      about,
    ],
    returns: "shape",
    example: "circle((40, 40), radius: 20).scale(1.5, 0.5)",
    run(shape, args) {
      const x = args.number("x");
      const y = args.number("y", x);
      if (x === 0 || y === 0) throw new ArgumentError(x === 0 ? "x" : "y", "a factor of 0 would leave no area");
      return scaled(shape, x, y, args.has("about") ? args.point("about") : shape.centre);
    },
  },
  {
    name: "skew",
    about: "The whole shape, sheared; angles of a quarter turn would never end.",
    parameters: [
      { name: "x", type: "angle", about: "how far lines along y lean towards +x" },
      { name: "y", type: "angle", about: "how far lines along x lean towards +y", default: "0deg" },
      about,
    ],
    returns: "shape",
    example: "rect((20, 20), width: 40, height: 30).skew(20deg)",
    run(shape, args) {
      const angles = [args.angle("x"), args.angle("y", 0)];
      angles.forEach((angle, i) => {
        if (Math.abs(Math.cos(angle)) < 0.01)
          throw new ArgumentError("xy"[i], "a skew within 0.5deg of 90deg has no bound: choose a smaller angle");
      });
      return skewed(shape, angles[0], angles[1], args.has("about") ? args.point("about") : shape.centre);
    },
  },
  {
    name: "mirror",
    about: "The whole shape, mirrored in a line through a point.",
    parameters: [{ name: "line", type: "angle", about: "direction of the line: 0deg flips y, 90deg flips x" }, about],
    returns: "shape",
    example: "triangle((10, 10), a: 60, b: 50, c: 40).mirror(90deg)",
    run: (shape, args) => mirrored(shape, args.angle("line"), args.has("about") ? args.point("about") : shape.centre),
  },
  {
    name: "fit",
    about: "The whole shape, moved and scaled evenly into the middle of a box.",
    parameters: [
      { name: "corner", type: "point", about: "the box's corner of least x and y" },
      { name: "width", type: "number", share: "width", about: "the box's width, greater than 0" },
      { name: "height", type: "number", share: "height", about: "the box's height, greater than 0" },
    ],
    returns: "shape",
    example: "star(5, at: (0, 0), outer: 3, inner: 1).fit((10, 10), width: 80, height: 60)",
    run(shape, args) {
      const corner = args.point("corner");
      const [width, height] = [args.positive("width"), args.positive("height")];
      const box = bounds(shape.operand.rings);
      if (!box) return shape;
      const factor = Math.min(width / (box.maxX - box.minX), height / (box.maxY - box.minY));
      const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
      return moved(scaled(shape, factor, factor, { x, y }), corner.x + width / 2 - x, corner.y + height / 2 - y);
    },
  },
  {
    name: "place",
    about: "The shape many times, its centre in each of the points; a list of shapes.",
    parameters: [
      { name: "at", type: "points", about: "where, one point or more" },
      { name: "turn", type: "angle", about: "how far each is turned more than the one before", default: "0deg" },
      { name: "scale", type: "number", share: "part", about: "factor for all of them", default: "1" },
    ],
    returns: "list",
    example: "rect((0, 0), width: 8, height: 4).place((20, 20), (50, 30), (80, 60), turn: 30deg)",
    run(shape, args) {
      const { x, y } = shape.centre;
      const [turn, factor] = [args.angle("turn", 0), args.number("scale", 1)];
      if (factor === 0) throw new ArgumentError("scale", "a factor of 0 would leave no area");
      const one = scaled(shape.withoutHandles(), factor, factor, { x, y });
      const items = args
        .points("at")
        .map((place, i) => moved(rotated(one, i * turn, { x, y }), place.x - x, place.y - y));
      return { type: "list", items };
    },
  },
  {
    name: "reverse",
    about: "The same outline, travelled the other way.",
    parameters: [],
    returns: "shape",
    example: "circle((40, 40), radius: 30).reverse()",
    run: (shape) => shape.reversed(),
  },
  {
    name: "hull",
    about: "The smallest convex shape around it.",
    parameters: [],
    returns: "shape",
    example: "star(5, at: (40, 40), outer: 30, inner: 10).hull()",
    run: (shape) => hullOf(shape),
  },
  {
    name: "offset",
    about: "The region grown by a distance on all sides, or shrunk where the distance is negative.",
    parameters: [
      { name: "distance", type: "number", share: "diagonal", about: "in plan units; below 0 shrinks" },
      join("round"),
      miterLimit,
    ],
    returns: "shape",
    example: "star(5, at: (50, 50), outer: 30, inner: 14).offset(6, join: miter)",
    run(shape, args) {
      const distance = args.number("distance");
      const grown = offsetBy(shape, distance, joinOf(args, "round"));
      return grown.withHandles([...shape.handles, ...distanceHandle(shape, args, "distance", distance, 1)]);
    },
  },
  {
    name: "stroke",
    about: "The area that a stroke along the outline covers, dashed if lengths are given.",
    parameters: [
      { name: "width", type: "number", share: "diagonal", about: "the whole width in plan units, greater than 0" },
      join("miter"),
      { name: "cap", type: "word", words: CAPS, about: `how open outlines end: ${CAPS.join(", ")}`, default: "butt" },
      miterLimit,
      {
        name: "dash",
        type: "numbers",
        share: "diagonal",
        about: "lengths of dashes and gaps in turn, in plan units, along the true curves",
        default: "not dashed",
      },
      {
        name: "phase",
        type: "number",
        share: "diagonal",
        about: "how far into the dashes the outline starts",
        default: "0",
      },
      {
        name: "side",
        type: "word",
        words: SIDES,
        about: "both sides, or one as it is seen in the direction of travel, which half the width covers",
        default: "both",
      },
    ],
    returns: "shape",
    example: "smooth((15, 70), (40, 25), (60, 65), (85, 30)).stroke(8, cap: round, dash: (16, 12))",
    run(shape, args, sheet) {
      const lengths = args.has("dash") ? args.numbers("dash") : [];
      const bad = lengths.find((length) => length < 0);
      if (bad !== undefined) throw new ArgumentError("dash", `lengths of dashes must be at least 0, not ${bad}`);
      const seen = args.word<(typeof SIDES)[number]>("side", "both");
      if (seen !== "both" && args.has("cap")) throw new ArgumentError("cap", "a stroke on one side has no caps");
      // With y downwards what is seen on the right lies from +x towards +y.
      const side = seen === "both" || !sheet.plan().yDown ? seen : seen === "left" ? "right" : "left";
      const width = args.positive("width");
      const style = { ...joinOf(args, "miter"), width, cap: args.word<Cap>("cap", "butt"), side };
      return stroked(shape, style, lengths, args.number("phase", 0)).withHandles([
        ...shape.handles,
        ...widthHandle(shape, args, width, side),
      ]);
    },
  },
  {
    name: "simplify",
    about: "The fewest of its vertices that keep within a distance of its outline; edges never cross anew.",
    parameters: [{ name: "tolerance", type: "number", share: "diagonal", about: "in plan units, at least 0" }],
    returns: "shape",
    example: "spiral((50, 50), from: 4, to: 42, turns: 2.5).stroke(3).simplify(1.5)",
    run(shape, args) {
      const tolerance = args.number("tolerance");
      if (tolerance < 0) throw new ArgumentError("tolerance", `"tolerance" must be at least 0, not ${tolerance}`);
      return simplified(shape, tolerance);
    },
  },
  {
    name: "sift",
    about: "The region without specks: pieces of less than an area are left out, holes of less are filled.",
    parameters: [{ name: "least", type: "number", about: "the area that is kept, in squared plan units, at least 0" }],
    returns: "shape",
    example:
      "(circle((40, 50), radius: 30) xor circle((42, 50), radius: 30) xor rect((80, 20), width: 2, height: 2)).sift(5)",
    run(shape, args) {
      const least = args.number("least");
      if (least < 0) throw new ArgumentError("least", `"least" must be at least 0, not ${least}`);
      return sifted(shape, least);
    },
  },
  {
    name: "cut",
    about: "The pieces that a polyline cuts the region into; a list of shapes.",
    parameters: [
      { name: "along", type: "points", about: "the points of the polyline, two or more" },
      {
        name: "extend",
        type: "yes or no",
        about: "whether its first and last leg go on straight to beyond the shape",
        default: "yes",
      },
    ],
    returns: "list",
    example: "circle((50, 50), radius: 35).cut((20, 30), (50, 60), (80, 30))",
    run(shape, args) {
      const points = args.points("along");
      if (points.length < 2) throw new ArgumentError("along", "a polyline needs two points or more");
      const polyline = Float64Array.from(points.flatMap(({ x, y }) => [x, y]));
      const items = cutAlong(shape, [args.truth("extend", true) ? extended(polyline, shape) : polyline]);
      return { type: "list", items };
    },
  },
  {
    name: "attach",
    about:
      "The same shape with a text that its edges carry through set operations, maps and cuts, in place of its name; see the edge table.",
    parameters: [{ name: "text", type: "text", about: "a name, attributes, what the program needs" }],
    returns: "shape",
    example: 'circle((40, 40), radius: 30).attach("water, friction 0.4") union rect((40, 20), width: 60, height: 40)',
    run: (shape, args) => shape.withAttached(args.text("text").value),
  },
  {
    name: "fill",
    about: "The same outlines under another fill rule.",
    parameters: [{ name: "rule", type: "fill rule", about: "nonzero or evenodd" }],
    returns: "shape",
    example: "trail(from: (20, 40), legs: 5 of (60, bend: 144deg), close: yes).fill(evenodd)",
    run: (shape, args) => shape.filled(args.rule("rule")),
  },
  {
    name: "deep",
    about: "Where the outlines run around at least so many times in the positive sense, from +x towards +y.",
    parameters: [{ name: "count", type: "number", about: "1 or more; 2 leaves what is covered twice" }],
    returns: "shape",
    example: "compound(circle((40, 50), radius: 25), circle((65, 50), radius: 25)).deep(2)",
    run: (shape, args) => coveredAtLeast(shape, args.whole("count", 1, 1000)),
  },
  {
    name: "tiles",
    about: "The parts of the region in the tiles of a grid that covers it; a list of shapes, row by row.",
    parameters: [
      { name: "width", type: "number", share: "width", about: "of a tile, greater than 0" },
      { name: "height", type: "number", share: "height", about: "of a tile, greater than 0" },
      {
        name: "from",
        type: "point",
        about: "a corner that tiles have in common",
        default: "the corner of its bounds with the least x and y",
      },
    ],
    returns: "list",
    example: "circle((50, 50), radius: 35).tiles(20, 20)",
    run(shape, args) {
      const [width, height] = [args.positive("width"), args.positive("height")];
      const box = bounds(shape.operand.rings);
      if (!box) return { type: "list", items: [] };
      const { x, y } = args.has("from") ? args.point("from") : { x: box.minX, y: box.minY };
      const [column, row] = [Math.floor((box.minX - x) / width), Math.floor((box.minY - y) / height)];
      const columns = Math.floor((box.maxX - x) / width) - column + 1;
      const rows = Math.floor((box.maxY - y) / height) - row + 1;
      if (columns + rows > MOST_TILES)
        throw new ArgumentError("width", `${columns} columns and ${rows} rows of tiles, at most ${MOST_TILES} in all`);
      const grid = { x: x + column * width, y: y + row * height, width, height, columns, rows };
      return { type: "list", items: tiled(shape, grid) };
    },
  },
  {
    name: "clip",
    about: "The parts of its outlines, taken as lines, that lie in a region or along its edge; a list of open shapes.",
    parameters: [{ name: "region", type: "shape", about: "what the lines are kept inside" }],
    returns: "list",
    example: "polyline((5, 20), (95, 80), (95, 20), (5, 80)).clip(circle((50, 50), radius: 35))",
    run: (shape, args) => ({ type: "list", items: clippedTo(shape, args.shape("region")) }),
  },
  {
    name: "opacity",
    about: "The same shape, its tone shown more faintly on the plan.",
    parameters: [{ name: "share", type: "number", share: "part", about: "0 (outline only) to 1" }],
    returns: "shape",
    example: "circle((40, 40), radius: 30).opacity(0.3)",
    run(shape, args) {
      const share = args.number("share");
      if (!(share >= 0 && share <= 1)) throw new ArgumentError("share", `"share" must be from 0 to 1, not ${share}`);
      return shape.withOpacity(share);
    },
  },
  {
    name: "flatten",
    about:
      "The same shape, its curves flattened in a way of its own in place of the sheet's tolerance: by the greatest error in plan units or in pixels, by a count of chords a curve, or by how far a chord may turn.",
    parameters: [
      {
        name: "tolerance",
        type: "number",
        share: "diagonal",
        about: "the greatest distance from curve to chord, in plan units, greater than 0",
        default: "the sheet's, if nothing else says how",
      },
      { name: "pixels", type: "number", about: "the same in pixels of the target", default: "none" },
      { name: "magnification", type: "number", about: "at which the pixels count", default: "1" },
      { name: "ratio", type: "number", about: "pixels of the target to a plan unit, unmagnified", default: "1" },
      { name: "count", type: "number", about: "chords for each curve, 1 to 1048576", default: "none" },
      {
        name: "by",
        type: "word",
        words: SPACINGS,
        about: `what the count divides evenly: ${SPACINGS.join(", ")}`,
        default: "error",
      },
      { name: "turn", type: "angle", about: "how far a chord may turn, also beside a tolerance", default: "any" },
      {
        name: "place",
        type: "word",
        words: PLACEMENTS,
        about:
          "vertices on the curve, with the error balanced on both sides, keeping the enclosed area, or outside of convex arcs; with a tolerance",
        default: "on",
      },
    ],
    returns: "shape",
    example: "circle((40, 40), radius: 30).flatten(0.4, place: outside)",
    run: (shape, args) => shape.flattenedBy(flatteningOf(args, shape.tolerance)),
  },
];

function joinOf(args: Bound, otherwise: Join): { join: Join; miterLimit: number } {
  const limit = args.number("limit", 4);
  if (!(limit >= 1)) throw new ArgumentError("limit", `"limit" must be at least 1, not ${limit}`);
  return { join: args.word<Join>("join", otherwise), miterLimit: limit };
}

/** The polyline with its ends moved out along their legs until they lie outside the shape. */
function extended(polyline: Float64Array, shape: Shape): Float64Array {
  const box = bounds([...shape.operand.rings, polyline])!;
  const far = Math.hypot(box.maxX - box.minX, box.maxY - box.minY);
  const result = polyline.slice();
  const n = polyline.length / 2;
  for (const [end, next] of [
    [0, 1],
    [n - 1, n - 2],
  ]) {
    const [dx, dy] = [polyline[2 * end] - polyline[2 * next], polyline[2 * end + 1] - polyline[2 * next + 1]];
    const length = Math.hypot(dx, dy);
    if (length === 0) throw new ArgumentError("along", "the leg that is to be extended has no length");
    result[2 * end] += (dx / length) * far;
    result[2 * end + 1] += (dy / length) * far;
  }
  return result;
}

/** How a call of flatten says that curves become vertices. */
function flatteningOf(args: Bound, usual: number): FlattenOptions {
  const pixels = args.has("pixels");
  for (const name of ["magnification", "ratio"])
    if (args.has(name) && !pixels) throw new ArgumentError(name, `"${name}" only goes with "pixels", which is missing`);
  if (pixels && args.has("tolerance"))
    throw new ArgumentError("pixels", "the error is given twice: in plan units and in pixels");
  const given = args.has("tolerance") ? args.positive("tolerance") : undefined;
  const [magnification, ratio] = ["magnification", "ratio"].map((name) => (args.has(name) ? args.positive(name) : 1));
  const tolerance = pixels ? pixelTolerance(args.positive("pixels"), magnification, ratio) : given;
  const placement = args.word<Placement>("place", "on");
  if (args.has("count")) {
    for (const name of ["turn", "place"])
      if (args.has(name)) throw new ArgumentError(name, `"${name}" cannot be stated together with a count`);
    if (tolerance !== undefined) throw new ArgumentError("count", "state either a count or a tolerance, not both");
    return { count: args.whole("count", 1, 1 << 20), spacing: args.word<Spacing>("by", "error") };
  }
  if (args.has("by")) throw new ArgumentError("by", '"by" only goes with "count", which is missing');
  if (args.has("turn")) {
    const turn = args.angle("turn");
    if (!(turn > 0)) throw new ArgumentError("turn", `"turn" must be greater than 0`);
    if (placement !== "on") throw new ArgumentError("place", '"place" only goes with a tolerance');
    return { turn, tolerance };
  }
  return { tolerance: tolerance ?? usual, placement };
}
