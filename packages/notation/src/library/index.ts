import type { Value } from "../values/values";
import { arcFunctions } from "./arcs";
import { arithmeticFunctions } from "./arithmetic";
import { attachedFunctions } from "./attached";
import { conic } from "./conic";
import { cornerMethods } from "./corner-methods";
import { distanceMethods as methodsOfDistances } from "./distance-methods";
import { distanceFunctions } from "./distances";
import { lineMethods } from "./line-methods";
import { measureMethods } from "./measure-methods";
import { measuringFunctions } from "./measuring";
import { shapeMethods } from "./methods";
import { outlineFunctions } from "./outlines";
import { pointMethods } from "./point-methods";
import { shapeFunctions } from "./shapes";
import type { DistanceMethodSignature, FunctionSignature, MethodSignature } from "./signature";
import { template } from "./template";

export type { Reading } from "./arc-readings";
export { combineShapes } from "./combined-shapes";
export { combineDistances } from "./distances";
export type { OutlineText } from "./outline-text";
export { PathTextError } from "./shapes";
export * from "./signature";

/** Every function of the notation; the reference is made from the same list. */
export const functions: ReadonlyMap<string, FunctionSignature> = new Map(
  [
    ...shapeFunctions,
    ...arcFunctions,
    ...outlineFunctions,
    conic,
    ...attachedFunctions,
    ...measuringFunctions,
    ...distanceFunctions,
    ...arithmeticFunctions,
    template,
  ].map((f) => [f.name, f]),
);

export const methods: ReadonlyMap<string, MethodSignature> = new Map(
  [...shapeMethods, ...cornerMethods, ...measureMethods, ...lineMethods, ...pointMethods].map((m) => [m.name, m]),
);

export const distanceMethods: ReadonlyMap<string, DistanceMethodSignature> = new Map(
  methodsOfDistances.map((m) => [m.name, m]),
);

/** The method that a name stands for, whatever it is chained to: those of one name take alike arguments. */
export function methodNamed(name: string): MethodSignature | DistanceMethodSignature | undefined {
  return methods.get(name) ?? distanceMethods.get(name);
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
