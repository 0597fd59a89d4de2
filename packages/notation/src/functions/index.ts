import { arcFunctions } from "./arcs";
import { arithmeticFunctions } from "./arithmetic";
import { attachedFunctions } from "./attached";
import { conic } from "./conic";
import { cornerMethods } from "./corner-methods";
import { lineMethods } from "./line-methods";
import { measureMethods } from "./measure-methods";
import { measuringFunctions } from "./measuring";
import { shapeMethods } from "./methods";
import { outlineFunctions } from "./outlines";
import type { Shape } from "./shape";
import { shapeFunctions } from "./shapes";
import type { FunctionSignature, MethodSignature } from "./signature";
import type { Value } from "./values";

export { combineShapes } from "./combined-shapes";
export type { Grip, Handle, Measure } from "./handle";
export { handlesOf } from "./handles";
export type { PointOrigin } from "./origin";
export { type Combination, MOST_VERTICES, Shape, type Sources } from "./shape";
export { PathTextError } from "./shapes";
export * from "./signature";
export { bestCircle, type LegValue, type TrailRecord } from "./trail";
export * from "./values";

/** Every function of the notation; the reference is made from the same list. */
export const functions: ReadonlyMap<string, FunctionSignature> = new Map(
  [
    ...shapeFunctions,
    ...arcFunctions,
    ...outlineFunctions,
    conic,
    ...attachedFunctions,
    ...measuringFunctions,
    ...arithmeticFunctions,
  ].map((f) => [f.name, f]),
);

export const methods: ReadonlyMap<string, MethodSignature> = new Map(
  [...shapeMethods, ...cornerMethods, ...measureMethods, ...lineMethods].map((m) => [m.name, m]),
);

/** The shapes that a value is or holds, lists in lists included. */
export function shapesIn(value: Value): Shape[] {
  if (value.type === "shape") return [value];
  return value.type === "list" ? value.items.flatMap(shapesIn) : [];
}

/** The shapes that a definition's value is or holds, by the expressions that stand for them: `pond`, `posts.at(2)`. */
export function namedShapesIn(expression: string, value: Value): [expression: string, shape: Shape][] {
  if (value.type === "shape") return [[expression, value]];
  if (value.type !== "list") return [];
  return value.items.flatMap((item, i) => namedShapesIn(`${expression}.at(${i})`, item));
}

/** Names that stand for a value of their own and cannot be defined. */
export const constants: ReadonlyMap<string, Value> = new Map<string, Value>([
  ["pi", { type: "number", value: Math.PI }],
  ["tau", { type: "number", value: 2 * Math.PI }],
  ["yes", { type: "truth", value: true }],
  ["no", { type: "truth", value: false }],
  ["nonzero", { type: "rule", value: "nonzero" }],
  ["evenodd", { type: "rule", value: "evenodd" }],
]);
