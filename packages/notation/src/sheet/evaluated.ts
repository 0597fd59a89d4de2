import type { HandoffFormat } from "@vertexon/geometry";
import type { HandoffOptions } from "../handoff/options";
import type { Mend, Span } from "../syntax";
import type { Value } from "../values";

export interface PlanSettings {
  /** The corner of least x and y. */
  x: number;
  y: number;
  width: number;
  height: number;
  yDown: boolean;
  /** What a plan unit is called. */
  unit: string;
  /** px to an inch, where lengths in other units are converted. */
  density: number;
}

/** How far an evaluation has come: the definition that is computed now, how many are done, and how many there are. */
export interface Progress {
  name: string;
  done: number;
  total: number;
}

/** A mistake, or something that is hardly meant, at a place in the script; line and column count from 1. */
export interface Diagnostic extends Span {
  severity: "error" | "warning";
  message: string;
  line: number;
  column: number;
  /** What would put it right; the edits' places count from the beginning of the script. */
  mends: Mend[];
  /** The places on the plan that it is about. */
  marks: Mark[];
}

/** A place on the plan, in plan units. */
export interface Mark {
  x: number;
  y: number;
}

/** One definition after an evaluation. Positions count from the beginning of the script. */
export interface Definition {
  name: string;
  nameSpan: Span;
  span: Span;
  /** Null where it could not be computed; a diagnostic says why. */
  value: Value | null;
  /** Where a definition that is a plain number stands, and the range it was given. */
  number: { span: Span; least: number | null; greatest: number | null } | null;
  /** The names that it was computed from, directly. */
  dependsOn: string[];
}

export interface Emission {
  span: Span;
  /** What is handed off: names, or items of lists such as `posts.at(2)`; none for all results. */
  targets: string[];
  /** The definitions that those are, or are items of; of all results theirs. */
  definitions: string[];
  format: HandoffFormat;
  options: HandoffOptions;
  file: string | null;
}

/** A picture that lies under the plan, to read points off it. */
export interface Picture {
  span: Span;
  /** The attachment that holds it, as a data URL. */
  file: string;
  /** Where its top left corner lies, as it is seen. */
  x: number;
  y: number;
  /** Plan units to a pixel of the picture. */
  scale: number;
  /** How far it is faded out: 0 not at all, 1 wholly. */
  fade: number;
  /** The shape that it is shown in, or null for all of it. */
  clip: string | null;
  /** Where these are written as numbers that can be changed; null where they are not. */
  places: { at: Span | null; scale: Span | null; fade: Span | null; clip: Span | null };
}

/** A function of the sheet; defaults as they are written. */
export interface OwnFunction {
  name: string;
  parameters: { name: string; default: string | null }[];
}

export interface Evaluated {
  plan: PlanSettings;
  tolerance: number;
  /** Where the tolerance is written as a number, if it is. */
  toleranceSpan: Span | null;
  definitions: Definition[];
  emissions: Emission[];
  pictures: Picture[];
  functions: OwnFunction[];
  diagnostics: Diagnostic[];
  /** The names that had to be computed anew. */
  recomputed: string[];
  /** What a definition would be on a plan of another size; null where it does not depend on that, or fails there. */
  valueOnPlan(name: string, plan: PlanSettings): Value | null;
}
