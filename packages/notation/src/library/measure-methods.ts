import { enclosingBox, enclosingCircle, inscribedCircle, operandOf } from "@vertexon/geometry";
import { after } from "../values/error-bound";
import { boxAround, circleFrom, curvesAlong } from "../values/outlines-from";
import type { Shape } from "../values/shape";
import { ArgumentError, type MethodSignature } from "./signature";

const AROUND = ["circle", "box", "upright"] as const;
const FORMS = ["arcs", "cubics"] as const;

/** Circles, boxes and curves that a shape's vertices give. */
export const measureMethods: MethodSignature[] = [
  {
    name: "enclose",
    about: "The smallest circle around it, the box of least area, turned as it may be, or the upright box.",
    parameters: [
      { name: "in", type: "word", words: AROUND, about: `what encloses it: ${AROUND.join(", ")}`, default: "circle" },
    ],
    returns: "shape",
    example: "star(5, at: (50, 50), outer: 40, inner: 16).enclose(in: box)",
    run(shape, args) {
      const points = shape.operand.rings.flatMap((ring) => [...ring]);
      const form = args.word<(typeof AROUND)[number]>("in", "circle");
      if (form === "circle") {
        const circle = enclosingCircle(points);
        if (!circle) throw new ArgumentError("in", "the shape has no vertices to enclose");
        return circleFrom(shape, circle, shape.bound);
      }
      if (form === "upright") return boxAround(shape);
      const box = enclosingBox(points);
      if (!box) throw new ArgumentError("in", "the shape has no vertices to enclose");
      return boxAround(shape, box);
    },
  },
  {
    name: "inscribe",
    about: "The largest circle inside it, to within a hundredth of its tolerance.",
    parameters: [],
    returns: "shape",
    example: "(rect((15, 20), width: 70, height: 45) union circle((50, 62), radius: 24)).inscribe()",
    run(shape) {
      const circle = largestInside(shape);
      if (!circle) throw new ArgumentError("", "nothing inside the shape is wide enough for a circle");
      return circleFrom(shape, circle, after(shape.bound, { derived: circle.bound - circle.radius }));
    },
  },
  {
    name: "curves",
    about:
      "The way back from vertices: arcs or cubic curves along its outline, no further from it than a distance, as long as each can be; circles and ellipses where they are such.",
    parameters: [
      {
        name: "within",
        type: "number",
        share: "diagonal",
        about: "the greatest distance, in plan units, greater than 0",
      },
      { name: "form", type: "word", words: FORMS, about: `of what: ${FORMS.join(", ")}`, default: "cubics" },
      { name: "corner", type: "angle", about: "a greater turn than this stays a corner", default: "30deg" },
    ],
    returns: "shape",
    example: "smooth((15, 70), (40, 25), (60, 65), (85, 30)).stroke(14, cap: round).curves(0.3, form: arcs)",
    run(shape, args) {
      const corner = args.angle("corner", Math.PI / 6);
      if (!(corner > 0)) throw new ArgumentError("corner", '"corner" must be an angle greater than 0');
      return curvesAlong(shape, args.positive("within"), args.word<(typeof FORMS)[number]>("form", "cubics"), corner);
    },
  },
];

/** The largest circle inside a shape. */
function largestInside(shape: Shape) {
  return inscribedCircle(operandOf(shape.polygons), shape.tolerance / 100);
}
