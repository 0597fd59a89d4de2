import { writePathData } from "../path";
import { requireDecimals } from "./decimals";
import { type Figure, numbersOf, vertexCount } from "./figure";
import type { Form } from "./form";
import { formOf, type HandoffFormat } from "./forms";
import { linesOfPathData } from "./forms/svg-path";
import { uniquelyNamed } from "./names";
import type { Style } from "./style";
import { ordered, placed, placedSamples, type Target, takesSamples } from "./target";
import { checkText, type TextCheck } from "./text-check";

export interface Handoff extends TextCheck {
  content: string | Uint8Array;
  /** What belongs beside it, as JSON. */
  beside: string | null;
  /**
   * The figures as they were written, in plan units: vertex k of line r in the file is vertex k of line r here. Where curves are kept,
   * vertices are where they end.
   */
  figures: Figure[];
  vertices: number;
  /** Where curves are kept: how many segments are curves, and how many are lines. */
  segments: { curves: number; lines: number } | null;
  /** What the form cannot hold, or does otherwise than the plan, a sentence each. */
  losses: string[];
}

/**
 * Writes figures in a form, placed in the target's coordinates, and reads the text back. What the form cannot hold is left out,
 * and said. Throws RangeError for a count of decimals out of range.
 */
export function handOff(format: HandoffFormat, all: readonly Figure[], style: Style, target: Target): Handoff {
  requireDecimals(style.decimals);
  const form = formOf(format);
  const named = uniquelyNamed(all.flatMap((figure) => inKindsOf(form, figure, target)));
  const some = named.filter((figure) => isHeld(figure, form)).map((figure) => ordered(figure, target));
  const held = form.holds.single ? some.slice(0, 1) : some;
  const inTarget = held.map((figure) => placed(figure, target));
  const content = form.write(inTarget, style);
  const figures = form.keepsCurves ? held.map(byCommands) : held;
  const paths = form.keepsCurves ? inTarget.map((figure) => figure.curves()) : [];
  const segments = paths.flatMap(({ subpaths }) => subpaths.flatMap((subpath) => subpath.segments));
  const lines = segments.filter(({ kind }) => kind === "line").length;
  const remark = form.remark?.(inTarget, style);
  return {
    content,
    beside: inTarget.length > 0 ? (form.beside?.(inTarget) ?? null) : null,
    figures,
    vertices: figures.reduce((sum, figure) => sum + vertexCount(figure), 0),
    segments: form.keepsCurves ? { curves: segments.length - lines, lines } : null,
    losses: [
      ...lossesOf(named, form, format),
      ...lossesOfSamples(all, some, form, target),
      ...(remark ? [remark] : []),
    ],
    ...checkText(form, inTarget, paths, content, style, target),
  };
}

/** Samples as numbers where a form holds those and no fields. */
function inKindsOf({ holds }: Form, figure: Figure, target: Target): Figure[] {
  if (!figure.samples || holds.kinds.includes("samples")) return [figure];
  return numbersOf(figure.name, placedSamples(figure.samples, target));
}

/** A figure with the ends of its curves for lines: what stands in path data, command by command. */
function byCommands(figure: Figure): Figure {
  if (figure.kind !== "region" && figure.kind !== "outline") return figure;
  const lines = linesOfPathData(writePathData(figure.curves())).map(({ points, closed }) => {
    return { vertices: Float64Array.from(points), closed };
  });
  return { ...figure, lines };
}

function lossesOfSamples(
  all: readonly Figure[],
  held: readonly Figure[],
  { holds, title }: Form,
  target: Target,
): string[] {
  const losses: string[] = [];
  const left = holds.single ? held.slice(1).map(({ name }) => name) : [];
  if (left.length > 0) losses.push(`${title} holds one field: ${left.join(", ")} left out`);
  const stay = takesSamples(target) ? [] : all.filter(({ samples }) => samples).map(({ name }) => name);
  if (stay.length > 0) losses.push(`cells are square: ${stay.join(", ")} in plan units, as the plan has them`);
  return losses;
}

function isHeld(figure: Figure, { holds }: Form): boolean {
  return holds.kinds.includes(figure.kind) && (holds.empty !== false || vertexCount(figure) > 0);
}

/** What of the figures a form does not hold, a sentence each. */
function lossesOf(figures: readonly Figure[], { holds, title }: Form, format: HandoffFormat): string[] {
  const losses: string[] = [];
  const namesOf = (wanted: (figure: Figure) => boolean): string[] => figures.filter(wanted).map(({ name }) => name);
  const say = (names: string[], sentence: (names: string) => string): void => {
    if (names.length > 0)
      losses.push(
        sentence(names.length > 3 ? `${names.slice(0, 3).join(", ")} and ${names.length - 3} more` : names.join(", ")),
      );
  };
  for (const kind of ["points", "numbers", "triangles"] as const)
    if (!holds.kinds.includes(kind))
      say(
        namesOf((figure) => figure.kind === kind),
        (names) => `${title} holds no ${kind}: ${names} left out`,
      );
  if (!holds.kinds.includes("region"))
    say(
      namesOf(({ kind }) => kind === "region" || kind === "outline"),
      (names) => `${title} holds fields only: ${names} left out`,
    );
  if (!holds.open)
    say(
      namesOf(({ kind, lines }) => kind === "outline" && lines.some(({ closed }) => !closed)),
      (names) => `${title} holds no open lines: those of ${names} come out closed`,
    );
  say(
    namesOf((figure) => figure.kind !== "numbers" && figure.kind !== "samples" && vertexCount(figure) === 0),
    (names) => `${names}: nothing there, so nothing to write`,
  );
  if (!holds.names && !holds.single && figures.length > 1 && format !== "template")
    losses.push(`${title} has no names: the ${figures.length} shapes follow one another`);
  return losses;
}
