import {
  aroundField,
  blendedDifference,
  blendedIntersection,
  blendedUnion,
  combine,
  combineAll,
  type DistanceField,
  differenceField,
  distanceToCircle,
  distanceToRoundedBox,
  formField,
  intersectionField,
  type Operand,
  offsetField,
  operandOf,
  placedField,
  repeatedField,
  shapeField,
  shellField,
  unionField,
  xorField,
} from "../src";

/** Shapes lie about between 0 and this, x and y. */
export const SIZE = 40;

/** A simple shape around a place. */
export const shapeNear = (next: () => number): Operand => {
  const [x, y, count] = [SIZE * next(), SIZE * next(), 3 + Math.floor(9 * next())];
  const ring = Float64Array.from({ length: 2 * count }, (_, i) => {
    const angle = (2 * Math.PI * (i >> 1)) / count;
    const radius = 3 + 9 * next();
    return (i & 1 ? y : x) + radius * (i & 1 ? Math.sin(angle) : Math.cos(angle));
  });
  return operandOf(
    combine("union", { rings: [ring], fillRule: "nonzero" }, { rings: [], fillRule: "nonzero" }).polygons,
  );
};
const moved = ({ rings, fillRule }: Operand, a: number, b: number, e: number, f: number): Operand => ({
  rings: rings.map((ring) =>
    ring.map((value, i) => (i & 1 ? b * ring[i - 1] + a * value + f : a * value - b * ring[i + 1] + e)),
  ),
  fillRule,
});

const union = (shapes: Operand[]): Operand => operandOf(combineAll("union", shapes).polygons);

/** Each composition with the outline that it stands for, where it has one of straight edges. */
export function compositions(next: () => number): { name: string; field: DistanceField; outline?: Operand }[] {
  const [a, b] = [shapeNear(next), shapeNear(next)];
  const [p, q] = [shapeField(a), shapeField(b)];
  const made = (operation: "union" | "intersection" | "difference" | "xor") =>
    operandOf(combine(operation, a, b).polygons);
  const [step, r] = [6 + 20 * next(), 1 + 8 * next()];
  const copies = [0, 1, 2].flatMap((i) => [0, 1].map((j) => moved(a, 1, 0, i * step, j * (step + 3))));
  const turns = Array.from({ length: 5 }, (_, k) => {
    const [cos, sin] = [Math.cos((k * 2 * Math.PI) / 5), Math.sin((k * 2 * Math.PI) / 5)];
    return moved(a, cos, sin, 20 - 20 * cos + 20 * sin, 20 - 20 * sin - 20 * cos);
  });
  const grid = { stepX: step, stepY: step + 3, columns: 3, rows: 2 };
  const box = { x: 4, y: 6, width: 17, height: 11, radii: [1, 2, 3, 4] as [number, number, number, number] };
  const disc = formField(distanceToCircle, { x: 10, y: 8, radius: 6 }, { minX: 4, minY: 2, maxX: 16, maxY: 14 });
  const rounded = formField(distanceToRoundedBox, box, { minX: 4, minY: 6, maxX: 21, maxY: 17 });
  const closed = unionField([disc, rounded]);
  const turn = { a: 0.6, b: 0.8, c: -0.8, d: 0.6, e: 3, f: -2 };
  const apart = { a: 0.6, b: 0.8, c: 0.8, d: -0.6, e: 190, f: 10 };
  return [
    { name: "union", field: unionField([p, q]), outline: made("union") },
    { name: "intersection", field: intersectionField([p, q]), outline: made("intersection") },
    { name: "difference", field: differenceField(p, q), outline: made("difference") },
    { name: "xor", field: xorField(p, q), outline: made("xor") },
    { name: "repeated", field: repeatedField(p, grid), outline: union(copies) },
    { name: "repeated difference", field: repeatedField(differenceField(p, q), grid) },
    { name: "around", field: aroundField(p, 20, 20, 5), outline: union(turns) },
    { name: "around an intersection", field: aroundField(intersectionField([p, q]), 20, 20, 7) },
    { name: "scaled", field: placedField(p, { a: 0, b: 2, c: -2, d: 0, e: 5, f: -7 }), outline: moved(a, 0, 2, 5, -7) },
    { name: "mirrored, and another one apart", field: unionField([p, placedField(q, apart)]) },
    { name: "mirrored copies apart", field: repeatedField(placedField(p, apart), { ...grid, stepX: 60, stepY: 60 }) },
    { name: "two turned copies apart", field: aroundField(placedField(p, turn), 90, -30, 2) },
    { name: "turned copies apart", field: shellField(aroundField(placedField(p, turn), 90, -30, 3), r) },
    { name: "grown", field: offsetField(p, r) },
    { name: "shrunk", field: offsetField(p, -r / 3) },
    { name: "shell", field: shellField(p, r / 2) },
    { name: "blended union", field: blendedUnion(p, q, r, "parabola") },
    { name: "blended intersection", field: blendedIntersection(p, q, r, "parabola") },
    { name: "blended difference", field: blendedDifference(p, q, r, "parabola") },
    { name: "union with fillets", field: blendedUnion(p, q, r, "circle") },
    { name: "union with fillets", field: blendedUnion(p, p, r, "circle") },
    { name: "closed forms", field: closed },
    { name: "one of two closed forms", field: shellField(xorField(disc, rounded), 1) },
    {
      name: "closed forms blended and turned",
      field: placedField(blendedDifference(disc, rounded, 2, "circle"), turn),
    },
    {
      name: "a closed form turned twice beside one that is not",
      field: unionField([placedField(placedField(rounded, turn), turn), disc]),
    },
    { name: "copies of closed forms", field: aroundField(repeatedField(closed, grid), 20, 20, 4) },
    { name: "a closed form and a shape", field: offsetField(intersectionField([disc, p]), -r / 5) },
  ];
}
