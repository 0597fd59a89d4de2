import {
  type Figure,
  type Form,
  formOf,
  type Handoff,
  type HandoffFormat,
  handOff,
  identifier,
  type Pieces,
  type ShapeKind,
  type Style,
  type Target,
} from "@vertexon/geometry";
import type { Definition, Emission, Evaluated, PlanSettings } from "../sheet/evaluated";
import { resultsAmong } from "../sheet/results";
import { type ErrorBound, EXACT, greatest } from "../values/error-bound";
import { shapesIn } from "../values/shapes-in";
import type { Value } from "../values/values";
import { withBoxLengths } from "./box-lengths";
import { figuresOf, ownKind } from "./figures";
import type { HandoffOptions } from "./options";

export interface BuiltFile {
  file: string;
  format: HandoffFormat;
  content: string | Uint8Array;
  /** What belongs beside it: the mapping of a field's samples to the plan. */
  beside: { file: string; content: string } | null;
  report: HandoffReport;
}

export interface HandoffReport extends Omit<Handoff, "content" | "beside"> {
  /** How far what is written may lie from what was told, in plan units, before its digits: see {@link Handoff.difference}. */
  bound: ErrorBound;
  /** How each shape was taken, by its name. */
  taken: { name: string; as: ShapeKind }[];
}

/** What is handed off of a sheet, and how: an emission, or one that is being chosen. */
export type Asked = Pick<Emission, "targets" | "format" | "options" | "file">;

/** All files of a sheet as it was evaluated last, one for each `emit`, in their order. */
export function buildFiles(sheet: { evaluated: Evaluated | null }): BuiltFile[] {
  const { evaluated } = sheet;
  return evaluated ? evaluated.emissions.map((emission) => buildFile(evaluated, emission)) : [];
}

/** One file. */
export function buildFile(evaluated: Evaluated, asked: Asked): BuiltFile {
  const { format, options } = asked;
  const form = formOf(format);
  const values = valuesOf(evaluated.definitions, asked.targets);
  const { unit } = evaluated.plan;
  const told = figuresAmong(evaluated.definitions, asked, unit);
  const figures =
    form.hasBoxLengths && !options.shares
      ? withBoxLengths(told, evaluated.plan, (plan) => figuresAmong(definitionsOn(plan, evaluated, asked), asked, unit))
      : told;
  const file = asked.file ?? defaultFile(asked.targets, format);
  const target = targetOf(evaluated.plan, form, options);
  const style = styleOf(evaluated, form, options, target, file);
  const { content, beside, ...rest } = handOff(format, figures, style, target);
  const shapes = values.flatMap(([, value]) => shapesIn(value));
  const taken = values.flatMap(([name, value]) =>
    shapesIn(value).map((shape) => ({ name, as: options.as ?? ownKind(shape) })),
  );
  const bounds = shapes.map((shape) => (form.keepsCurves ? shape.curveBound : shape.bound));
  const fields = values.flatMap(([, value]) => (value.type === "field" ? [(value.distance ?? value.shape).bound] : []));
  const bound = greatest([...bounds, ...fields]);
  return {
    file,
    format,
    content,
    beside: beside === null ? null : { file: file.replace(/(\.[^.]*)?$/, ".json"), content: beside },
    report: { ...rest, taken, bound: bounds.length + fields.length ? bound : EXACT },
  };
}

function figuresAmong(definitions: readonly Definition[], { targets, options }: Asked, unit: string): Figure[] {
  return valuesOf(definitions, targets).flatMap(([expression, value]) =>
    figuresOf(expression, value, options.as, unit),
  );
}

/** The same definitions, those that are asked for as they would be on another plan. */
function definitionsOn(plan: PlanSettings, { definitions, valueOnPlan }: Evaluated, { targets }: Asked): Definition[] {
  const names = new Set(targets.map((target) => /^\w+/.exec(target)?.[0]));
  return definitions.map((definition) => {
    const isAsked = targets.length === 0 || names.has(definition.name);
    return { ...definition, value: (isAsked && valueOnPlan(definition.name, plan)) || definition.value };
  });
}

/** What a file is called when nothing is said. */
export function defaultFile(targets: readonly string[], format: HandoffFormat): string {
  return `${targets.length === 1 ? identifier(targets[0]) : "plan"}.${formOf(format).ending}`;
}

/** The values behind expressions such as `posts.at(2)`; of none, all results that can be handed off. */
export function valuesOf(definitions: readonly Definition[], targets: readonly string[]): [string, Value][] {
  if (targets.length === 0)
    return resultsAmong(definitions).flatMap(({ name, value }): [string, Value][] =>
      value && shapesIn(value).length > 0 ? [[name, value]] : [],
    );
  return targets.flatMap((expression): [string, Value][] => {
    const [name] = /^\w+/.exec(expression) ?? [""];
    let value = definitions.find((definition) => definition.name === name)?.value;
    for (const [, index] of expression.matchAll(/\.at\((\d+)\)/g))
      value = value?.type === "list" ? value.items[Number(index)] : null;
    return value ? [[expression, value]] : [];
  });
}

/** Where the plan lies in the target: turned over within its box where the target's y goes the other way. */
function targetOf(plan: PlanSettings, form: Form, { axis, origin, factor, shares }: HandoffOptions): Target {
  const { x, y, width, height, yDown } = plan;
  const isTurned = ((axis ?? form.axis ?? (yDown ? "down" : "up")) === "down") !== yDown;
  const scaleX = shares ? 1 / width : factor;
  const scaleY = (shares ? 1 / height : factor) * (isTurned ? -1 : 1);
  const corner = isTurned ? y + height : y;
  if (shares || (form.isBox && !origin)) return { scaleX, scaleY, x: -scaleX * x, y: -scaleY * corner };
  if (origin) return { scaleX, scaleY, x: -scaleX * origin.x, y: -scaleY * origin.y };
  return { scaleX, scaleY, x: 0, y: isTurned ? factor * (2 * y + height) : 0 };
}

function styleOf(evaluated: Evaluated, form: Form, options: HandoffOptions, target: Target, file: string): Style {
  const { decimals, layout, numbers, indices, shares } = options;
  const { x, y, width, height } = evaluated.plan;
  const [y0, y1] = [target.scaleY * y + target.y, target.scaleY * (y + height) + target.y];
  const whole = decimals === 0 ? form.numbers.find((type) => type.startsWith("int")) : undefined;
  const [minX, maxX] = [target.scaleX * x + target.x, target.scaleX * (x + width) + target.x];
  return {
    decimals,
    layout: layout ?? form.layouts[0] ?? "pairs",
    numbers: numbers ?? whole ?? form.numbers[0],
    indices: indices ?? "uint32",
    shares,
    file: file.replace(/\.[^.]*$/, ""),
    box: { minX, minY: Math.min(y0, y1), maxX, maxY: Math.max(y0, y1) },
    pieces: piecesNamed(evaluated, options.with),
  };
}

function piecesNamed({ definitions }: Evaluated, name: string | null): Pieces | null {
  const value = definitions.find((definition) => definition.name === name)?.value;
  return value?.type === "template" ? value.pieces : null;
}
