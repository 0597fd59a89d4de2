import type { Imported } from "../import/imported";
import { type Distance, distanceOf } from "../values/distance";
import type { ShareOf } from "../values/lengths";
import type { MaybeOrigin } from "../values/origin";
import type { Shape } from "../values/shape";
import type { LegValue } from "../values/trail";
import type { Field, PointValue, RuleValue, TextValue, Value } from "../values/values";
import type { Readings } from "./arc-readings";
import type { OutlineText } from "./outline-text";

/** What a parameter takes: the words that messages and the reference use for it. */
export type ParameterType =
  | "number"
  | "angle"
  | "point"
  | "points"
  | "shape"
  | "distance"
  | "text"
  | "fill rule"
  | "word"
  | "numbers"
  | "shapes"
  | "legs"
  | "values"
  | "yes or no";

export interface Parameter {
  name: string;
  type: ParameterType;
  /** Present on numbers that may be written as a share. */
  share?: ShareOf;
  /** One line for the reference and for completion. */
  about: string;
  /** What a parameter of the type "word" takes. */
  words?: readonly string[];
  /** Present on parameters that may be left out: the default in words. */
  default?: string;
}

/** A mistake in one argument; the evaluator puts it where that argument stands. */
export class ArgumentError extends Error {
  override readonly name = "ArgumentError";
  constructor(
    readonly parameter: string,
    message: string,
    /** Texts that may stand in place of the argument. */
    readonly instead: readonly string[] = [],
  ) {
    super(message);
  }
}

/** The sheet as functions see it. Asking for a part makes the definition depend on it. */
export interface SheetContext {
  tolerance(): number;
  plan(): { x: number; y: number; width: number; height: number; unit: string; density: number; yDown: boolean };
  /** What a file attached to the sheet holds, why it cannot be read, or null when there is none of that name. */
  attached(name: string): Imported | Error | null;
  attachmentNames(): string[];
  /** Notes, at the place of an argument, something that computes but is hardly meant. */
  note(parameter: string, message: string): void;
}

/** Bound arguments by parameter name; the binder has checked their types and filled nothing in. */
export class Bound {
  constructor(private readonly values: ReadonlyMap<string, Value>) {}
  has(name: string): boolean {
    return this.values.has(name);
  }
  private get<T>(name: string): T {
    return this.values.get(name) as T;
  }
  number(name: string, otherwise?: number): number {
    return this.get<{ value: number } | undefined>(name)?.value ?? (otherwise as number);
  }
  angle(name: string, otherwise?: number): number {
    return this.get<{ radians: number } | undefined>(name)?.radians ?? (otherwise as number);
  }
  /** Where a number or an angle comes from; of several numbers, the one at an index. */
  origin(name: string, index?: number): MaybeOrigin {
    const value = this.get<Value | undefined>(name);
    const one = value?.type === "list" ? value.items[index ?? (value.items.length === 1 ? 0 : -1)] : value;
    return one?.type === "number" || one?.type === "angle" ? one.origin : undefined;
  }
  point(name: string): PointValue {
    return this.get(name);
  }
  points(name: string): PointValue[] {
    return this.get<{ items: PointValue[] }>(name).items;
  }
  numbers(name: string): number[] {
    return this.get<{ items: { value: number }[] }>(name).items.map(({ value }) => value);
  }
  items(name: string): Value[] {
    return this.get<{ items: Value[] }>(name).items;
  }
  shape(name: string): Shape {
    return this.get(name);
  }
  shapes(name: string): Shape[] {
    return this.get<{ items: Shape[] }>(name).items;
  }
  /** A distance, or the shape that stands for the distance to it; of samples, what they are samples of. */
  distanceOrShape(name: string): Distance | Shape {
    const value = this.get<Distance | Shape | Field>(name);
    return value.type === "field" ? (value.distance ?? value.shape) : value;
  }
  /** A distance; that to a shape where it was one. */
  distance(name: string): Distance {
    const value = this.distanceOrShape(name);
    return value.type === "shape" ? distanceOf(value) : value;
  }
  legs(name: string): LegValue[] {
    return this.get<{ items: LegValue[] }>(name).items;
  }
  truth(name: string, otherwise: boolean): boolean {
    return this.get<{ value: boolean } | undefined>(name)?.value ?? otherwise;
  }
  text(name: string): TextValue {
    return this.get(name);
  }
  rule(name: string): RuleValue["value"] {
    return this.get<RuleValue | undefined>(name)?.value ?? "nonzero";
  }

  word<T extends string>(name: string, otherwise: T): T {
    return this.get<{ value: T } | undefined>(name)?.value ?? otherwise;
  }

  /** A number greater than 0. */
  positive(name: string): number {
    const value = this.number(name);
    if (!(value > 0)) throw new ArgumentError(name, `"${name}" must be greater than 0, not ${value}`);
    return value;
  }

  whole(name: string, least: number, most: number): number {
    const value = this.number(name);
    if (!Number.isInteger(value) || value < least || value > most)
      throw new ArgumentError(name, `"${name}" must be a whole number from ${least} to ${most}, not ${value}`);
    return value;
  }
}

export interface FunctionSignature {
  name: string;
  about: string;
  parameters: Parameter[];
  returns: string;
  example: string;
  /** How its outline stands in the call, where that is told piece by piece. */
  outline?: OutlineText;
  /** Its outlines come in an order that can be mistaken: where they cross, it is hardly meant. */
  mayCross?: true;
  /** Two numbers of which one is usually the larger: the first of them where it `falls`. */
  order?: { first: string; second: string; falls: boolean };
  /** The other ways in which its numbers could have been meant. */
  readings?: Readings;
  /** The parameter that takes one more point for each click on the plan. */
  clicked?: string;
  run(args: Bound, sheet: SheetContext): Value;
}

export interface DistanceMethodSignature extends Omit<FunctionSignature, "run"> {
  run(target: Distance, args: Bound, sheet: SheetContext): Value;
}

export interface MethodSignature extends Omit<FunctionSignature, "run"> {
  run(target: Shape, args: Bound, sheet: SheetContext): Value;
}
