import {
  type BlendForm,
  blendedDifference,
  blendedIntersection,
  blendedUnion,
  bounds,
  type DistanceField,
  differenceField,
  intersectionField,
  type Operation,
  unionField,
  xorField,
} from "@vertexon/geometry";
import { Distance, distanceOf } from "../values/distance";
import { greatest } from "../values/error-bound";
import type { Shape } from "../values/shape";
import { combineShapes } from "./combined-shapes";
import { ArgumentError, type Bound, type FunctionSignature, type Parameter, type SheetContext } from "./signature";

/** In words that are no operators: inside of either, of both, of the first without the second. */
const OPERATIONS = { either: "union", both: "intersection", without: "difference" } as const;
const WAYS = Object.keys(OPERATIONS) as (keyof typeof OPERATIONS)[];
const FORMS: readonly BlendForm[] = ["parabola", "circle"];

const BLENDS = { union: blendedUnion, intersection: blendedIntersection, difference: blendedDifference };

const CONTOUR_OF: Parameter = { name: "of", type: "distance", about: "a distance, or a shape" };
const CONTOUR_OPTIONS: Parameter[] = [
  {
    name: "within",
    type: "number",
    share: "diagonal",
    about: "how far it may lie from the level, greater than 0",
    default: "the sheet's tolerance",
  },
  {
    name: "frame",
    type: "shape",
    about: "a shape whose upright box it is cut off at, and closed along: for values up to the level without end",
    default: "none",
  },
  {
    name: "open",
    type: "yes or no",
    about: "with a frame: the level alone, in lines that end at it",
    default: "no",
  },
];

/** The functions that make distances, and outlines from them. */
export const distanceFunctions: FunctionSignature[] = [
  {
    name: "distance",
    about:
      "The signed distance to a shape at every place, exact and negative inside. Distances are combined by union, intersection, difference and xor, and know whether the result is exact or a bound.",
    parameters: [
      { name: "shape", type: "shape", about: "the shape that is measured from" },
      {
        name: "curves",
        type: "yes or no",
        about: "from its true curves, in place of its vertices; slower",
        default: "no",
      },
    ],
    returns: "distance",
    example: "distance(circle((40, 50), radius: 24)) union distance(rect((50, 30), width: 40, height: 30))",
    run(args) {
      const shape = args.shape("shape");
      const byCurves = args.truth("curves", false);
      checkMeasured(shape, byCurves);
      return distanceOf(shape, byCurves);
    },
  },
  {
    name: "blend",
    about:
      "Two distances combined with a smooth way between their boundaries. `parabola` stays a bound, and differs by a quarter of the radius at most; `circle` makes true fillets at right angles, and is no bound.",
    parameters: [
      { name: "a", type: "distance", about: "a distance, or a shape" },
      { name: "b", type: "distance", about: "the other" },
      { name: "radius", type: "number", share: "diagonal", about: "how far the way between reaches, greater than 0" },
      { name: "as", type: "word", words: WAYS, about: `what is inside: ${WAYS.join(", ")}`, default: "either" },
      { name: "form", type: "word", words: FORMS, about: `along what: ${FORMS.join(", ")}`, default: "parabola" },
    ],
    returns: "distance",
    example: "blend(circle((34, 50), radius: 22), circle((66, 50), radius: 22), radius: 12)",
    run(args, sheet) {
      const [a, b] = [args.distance("a"), args.distance("b")];
      const radius = args.positive("radius");
      const operation = OPERATIONS[args.word<keyof typeof OPERATIONS>("as", "either")];
      const form = args.word<BlendForm>("form", "parabola");
      const field = BLENDS[operation](a.field, b.field, radius, form);
      return combined(operation, [a, b], sheet.tolerance(), field);
    },
  },
  {
    name: "contour",
    about: "What lies at values up to a level of a distance, as a shape with the level's own corners.",
    parameters: [
      CONTOUR_OF,
      {
        name: "at",
        type: "number",
        share: "diagonal",
        about: "the level, below 0 inside; contours takes several",
        default: "0",
      },
      ...CONTOUR_OPTIONS,
    ],
    returns: "shape",
    example: "contour(blend(circle((34, 50), radius: 18), circle((66, 50), radius: 18), radius: 14), at: 4)",
    run: (args, sheet) => contoursAt([args.number("at", 0)], args, sheet)[0],
  },
  {
    name: "contours",
    about: "Contours of a distance at several levels, as a list of shapes in the order of the levels.",
    parameters: [
      CONTOUR_OF,
      { name: "at", type: "numbers", share: "diagonal", about: "the levels, below 0 inside" },
      ...CONTOUR_OPTIONS,
    ],
    returns: "list",
    example: "contours(distance(rect((30, 40), width: 40, height: 20)), at: (-5, 10, 20))",
    run: (args, sheet) => ({ type: "list", items: contoursAt(args.numbers("at"), args, sheet) }),
  },
];

/** What has no boundary is no distance from anywhere; lines that enclose nothing still have their curves. */
export function checkMeasured(shape: Shape, byCurves: boolean): void {
  if (shape.vertexCount === 0) throw new ArgumentError("shape", "the shape is empty: nothing is any distance from it");
  if (!byCurves && shape.polygons.length === 0)
    throw new ArgumentError(
      "shape",
      "the shape encloses nothing, so it has no boundary to measure from; distance(…, curves: yes) measures from its lines",
    );
}

function contoursAt(levels: readonly number[], args: Bound, sheet: SheetContext): Shape[] {
  const within = args.has("within") ? args.positive("within") : sheet.tolerance();
  const isOpen = args.truth("open", false);
  const frame = args.has("frame") ? bounds(args.shape("frame").operand.rings) : null;
  if (args.has("frame") && !(frame && frame.maxX > frame.minX && frame.maxY > frame.minY))
    throw new ArgumentError("frame", "the frame has no area");
  if (isOpen && !frame) throw new ArgumentError("open", '"open" takes a frame: without one, contours are closed');
  const of = args.distance("of");
  if (!frame) return of.contours(levels, within);
  return levels.map((level) =>
    isOpen ? of.contourLines(level, within, frame) : of.contourWithin(level, within, frame),
  );
}

/** A set operation on distances, one after the other. */
export function combineDistances(operation: Operation, all: readonly Distance[], tolerance: number): Distance {
  const fields = all.map(({ field }) => field);
  const [first, ...others] = fields;
  const field = {
    union: () => unionField(fields),
    intersection: () => intersectionField(fields),
    difference: () => (others.length === 0 ? first : differenceField(first, unionField(others))),
    xor: () => others.reduce(xorField, first),
  }[operation]();
  return combined(
    operation,
    all,
    tolerance,
    field,
    all.some(({ hasOwnOutline }) => hasOwnOutline),
  );
}

function combined(
  operation: Operation,
  all: readonly Distance[],
  tolerance: number,
  field: DistanceField,
  hasOwnOutline = true,
): Distance {
  const plain = () =>
    combineShapes(
      operation,
      all.map((each, i) => ({ label: `part ${i + 1}`, shape: each.plain })),
      tolerance,
    );
  const centres = all.map(({ centre }) => centre);
  const middle = (pick: (at: { x: number; y: number }) => number): number =>
    centres.reduce((sum, at) => sum + pick(at), 0) / centres.length;
  return new Distance({
    field,
    plain,
    hasOwnOutline,
    tolerance,
    bound: greatest(all.map(({ bound }) => bound)),
    centre: { x: middle(({ x }) => x), y: middle(({ y }) => y) },
    handles: () => all.flatMap(({ handles }) => handles),
  });
}
