import { type CornerCut, segmentsWithJoin, tangentAt } from "@vertexon/geometry";
import { shortNumber } from "../messages/short-number";
import { withCornersCut } from "../values/outlines-from";
import type { Shape } from "../values/shape";
import { alongHandle } from "./argument-handles";
import { ArgumentError, type Bound, type MethodSignature, type Parameter, type SheetContext } from "./signature";

const radius: Parameter = {
  name: "radius",
  type: "number",
  share: "diagonal",
  about: "of the arcs, in plan units",
  default: "by the length",
};
const length: Parameter = {
  name: "length",
  type: "number",
  share: "diagonal",
  about: "how far from a corner its cut begins on both sides, in plan units",
  default: "by the radius",
};
const corners: Parameter = {
  name: "corners",
  type: "numbers",
  about: "which corners, by their numbers on the plan, from 0",
  default: "all",
};

/** Corners cut off, by arcs or straight. */
export const cornerMethods: MethodSignature[] = [
  {
    name: "round",
    about:
      "Chosen corners rounded by true arcs that touch both sides, by a radius or by a length along the sides. Where two do not fit on a side they share, both shrink.",
    parameters: [radius, length, corners],
    returns: "shape",
    example: "polygon((15, 15), (85, 15), (60, 80)).round(12)",
    run: (shape, args, sheet) => cutOff(shape, args, sheet, "arc"),
  },
  {
    name: "chamfer",
    about: "Chosen corners cut off by straight lines, between places at a length from the corner on both sides.",
    parameters: [{ ...length, default: undefined }, corners],
    returns: "shape",
    example: "rect((20, 25), width: 60, height: 50).chamfer(10, corners: (0, 2))",
    run: (shape, args, sheet) => cutOff(shape, args, sheet, "line"),
  },
];

function cutOff(shape: Shape, args: Bound, sheet: SheetContext, form: CornerCut["form"]): Shape {
  const by = args.has("radius") ? "radius" : "length";
  if (by === "length" && !args.has("length"))
    throw new ArgumentError("radius", 'a "radius" is missing, or a "length" along the sides');
  if (by === "radius" && args.has("length"))
    throw new ArgumentError("length", "the size is given twice: by a radius and by a length");
  const size = args.positive(by);
  const chosen = args.has("corners") ? args.numbers("corners") : null;
  const places = cornersOf(shape);
  for (const number of chosen ?? [])
    if (!places.some((place) => place.number === number))
      throw new ArgumentError("corners", `there is no corner ${number} to cut off${rangeOf(places)}`);
  const isChosen = (subpath: number, corner: number): boolean => {
    const place = places.find((each) => each.subpath === subpath && each.corner === corner);
    return chosen === null || (place !== undefined && chosen.includes(place.number));
  };
  const cut: CornerCut = { by, size, form };
  const { outline, corners: results } = withCornersCut(shape, cut, isChosen);
  const smaller = results.filter((each) => each.size > 0 && each.size < size * (1 - 1e-9));
  if (smaller.length > 0) {
    const least = Math.min(...smaller.map((each) => each.size));
    const numbers = smaller.map(
      ({ subpath, corner }) => places.find((p) => p.subpath === subpath && p.corner === corner)!.number,
    );
    const which =
      numbers.length === 1
        ? `corner ${numbers[0]}`
        : `corners ${numbers.slice(0, 6).join(", ")}${numbers.length > 6 ? ", …" : ""}`;
    sheet.note(by, `${which}: a ${by} of ${shortNumber(size)} does not fit and is reduced to ${shortNumber(least)}`);
  }
  if (results.every((each) => each.size === 0)) sheet.note(by, "nothing is cut off: the outline has no corner there");
  const cutCorner = results.find((each) => each.size > 0);
  const handles = cutCorner ? sizeHandle(shape, args, cut, cutCorner) : [];
  return outline.withHandles([...shape.handles, ...handles]);
}

function rangeOf(places: readonly { number: number }[]): string {
  if (places.length === 0) return ": the outline has none";
  const [first, last] = [places[0].number, places[places.length - 1].number];
  return first === last ? `; the only one is ${first}` : `; they run from ${first} to ${last}`;
}

/** The corners of all outlines, numbered through, ends of open ones left out. */
function cornersOf(shape: Shape): { number: number; subpath: number; corner: number }[] {
  let number = -1;
  return shape.outline.subpaths.flatMap((subpath, s) => {
    const sides = segmentsWithJoin(subpath).length;
    const count = subpath.closed ? sides : sides + 1;
    return Array.from({ length: count }, (_, corner) => {
      number++;
      const isEnd = !subpath.closed && (corner === 0 || corner === count - 1);
      return isEnd ? [] : [{ number, subpath: s, corner }];
    }).flat();
  });
}

/** Dragged across the corner, along its bisector: the middle of the cut grows with the size. */
function sizeHandle(
  shape: Shape,
  args: Bound,
  { by, form }: CornerCut,
  { subpath, corner, x, y, size }: { subpath: number; corner: number; x: number; y: number; size: number },
) {
  const sides = segmentsWithJoin(shape.outline.subpaths[subpath]);
  const [before, after] = [sides[(corner + sides.length - 1) % sides.length], sides[corner]];
  const [[ux, uy], [vx, vy]] = [tangentAt(before, 1, -1), tangentAt(after, 0, 1)];
  const dot = ux * vx + uy * vy;
  const tangent = Math.abs(ux * vy - uy * vx) / (1 + dot);
  const half = Math.atan(tangent);
  const [bx, by2] = [vx - ux, vy - uy];
  const norm = Math.hypot(bx, by2);
  // From the corner to the middle of the cut: of an arc r / cos(half the turn) − r, of a chamfer the length's share.
  const perLength = form === "line" ? Math.cos(half) : Math.tan(half / 2);
  const share = by === "radius" ? 1 / Math.cos(half) - 1 : perLength;
  const step: [number, number] = [(bx / norm) * share, (by2 / norm) * share];
  const place = { x: x + step[0] * size, y: y + step[1] * size };
  return alongHandle(args, by, { x, y }, step, place);
}
