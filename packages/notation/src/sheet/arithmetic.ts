import type { AngleValue, NumberValue, PointOrigin, PointValue, ShareValue, Value } from "../values";
import { axisOrigin, blended, type MaybeOrigin, ofProduct, ofSum, scaled } from "../values/origin";

export type ArithmeticOperator = "+" | "-" | "*" | "/";

/** What an operator makes of two values, with the number in the script that it follows from; null where it makes no sense. */
export function calculated(operator: ArithmeticOperator, left: Value, right: Value): Value | null {
  if (operator === "+") return sum(left, right);
  if (operator === "-") {
    const opposite = negated(right);
    return opposite && sum(left, opposite);
  }
  if (operator === "*") {
    if (right.type === "number") return product(left, right);
    return left.type === "number" ? product(right, left) : null;
  }
  if (right.type === "number") return product(left, reciprocal(right));
  if (left.type !== "angle" || right.type !== "angle") return null;
  const inverse = { value: 1 / right.radians, origin: blended([right.origin]) };
  const origin = right.origin ? ofProduct(traced(left), inverse) : scaled(left.origin, 1 / right.radians);
  return { type: "number", value: left.radians / right.radians, origin };
}

/** The value with the other sign; null where there is none. */
export function negated(value: Value): Value | null {
  return product(value, { type: "number", value: -1 });
}

function sum(left: Value, right: Value): Value | null {
  if (left.type === "number" && right.type === "number")
    return { type: "number", value: left.value + right.value, origin: ofSum(left, right) };
  if (left.type === "angle" && right.type === "angle")
    return { type: "angle", radians: left.radians + right.radians, origin: ofSum(traced(left), traced(right)) };
  if (left.type === "point" && right.type === "point")
    return { type: "point", x: left.x + right.x, y: left.y + right.y, origin: pointSum(left, right) };
  const [p, q] = [asShare(left, right), asShare(right, left)];
  if (!p || !q) return null;
  const [a, b] = [p, q].map(({ fixed, fixedOrigin }) => ({ value: fixed, origin: fixedOrigin }));
  return {
    type: "share",
    fraction: p.fraction + q.fraction,
    fixed: p.fixed + q.fixed,
    fractionOrigin: p.fractionOrigin && q.fractionOrigin ? blended([p.fractionOrigin, q.fractionOrigin]) : undefined,
    fixedOrigin: ofSum(a, b),
  };
}

function product(value: Value, by: NumberValue & { divisor?: number }): Value | null {
  const times = (x: number): number => (by.divisor === undefined ? x * by.value : x / by.divisor);
  switch (value.type) {
    case "number":
      return { type: "number", value: times(value.value), origin: ofProduct(value, by) };
    case "angle":
      return { type: "angle", radians: times(value.radians), origin: ofProduct(traced(value), by) };
    case "share":
      return {
        type: "share",
        fraction: times(value.fraction),
        fixed: times(value.fixed),
        fractionOrigin: ofProduct({ value: value.fraction, origin: value.fractionOrigin }, by),
        fixedOrigin: ofProduct({ value: value.fixed, origin: value.fixedOrigin }, by),
      };
    case "point":
      return { type: "point", x: times(value.x), y: times(value.y), origin: pointProduct(value, by) };
    default:
      return null;
  }
}

/** Divided by and not multiplied with the inverse, so that 1 / 3 is rounded once. */
function reciprocal({ value, origin }: NumberValue): NumberValue & { divisor: number } {
  const names = origin && blended([origin]);
  return { type: "number", value: 1 / value, divisor: value, origin: names };
}

/** A point in polar coordinates stays one when its centre moves along. */
function pointSum(left: PointValue, right: PointValue): PointOrigin {
  for (const [polar, step] of [
    [left, right],
    [right, left],
  ])
    if (polar.origin?.kind === "polar")
      return { ...polar.origin, x: polar.origin.x + step.x, y: polar.origin.y + step.y };
  const along = (axis: "x" | "y"): MaybeOrigin =>
    ofSum(
      { value: left[axis], origin: axisOrigin(left, axis) },
      { value: right[axis], origin: axisOrigin(right, axis) },
    );
  return { kind: "axes", x: along("x"), y: along("y") };
}

function pointProduct(point: PointValue, by: NumberValue): PointOrigin | undefined {
  const { origin } = point;
  if (origin?.kind === "polar") {
    const axes = {
      kind: "axes" as const,
      x: blended([origin.radius, by.origin]),
      y: blended([origin.angle, by.origin]),
    };
    if (by.origin || by.value <= 0) return axes;
    const { x, y, radius } = origin;
    return { ...origin, x: x * by.value, y: y * by.value, radius: scaled(radius, by.value) };
  }
  const along = (axis: "x" | "y"): MaybeOrigin =>
    ofProduct({ value: point[axis], origin: axisOrigin(point, axis) }, by);
  return { kind: "axes", x: along("x"), y: along("y") };
}

function traced({ radians, origin }: AngleValue): { value: number; origin: MaybeOrigin } {
  return { value: radians, origin };
}

/** One of the two is a share: the other may be a fixed length beside it. */
function asShare(value: Value, other: Value): ShareValue | null {
  if (value.type === "share") return value;
  if (value.type !== "number" || other.type !== "share") return null;
  return { type: "share", fraction: 0, fixed: value.value, fixedOrigin: value.origin };
}
