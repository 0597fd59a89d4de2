import { type Form, formOf, type HandoffFormat, handoffForms } from "@vertexon/geometry";
import { defaultFile } from "../handoff/build-files";
import { isOfFields, notHandedOff } from "../handoff/figures";
import { DEFAULT_OPTIONS, emitOptions, type HandoffOptions } from "../handoff/options";
import { constants, functions } from "../library";
import { foreignName } from "../messages/foreign-words";
import { misspelled } from "../messages/misspelled";
import {
  type DefinitionStatement,
  type EmitTarget,
  type Expression,
  type Extent,
  ScriptError,
  ScriptWarning,
  type Span,
  type Statement,
  type StatementText,
} from "../syntax";
import { describe, type Value } from "../values";
import type { SheetFunction } from "./evaluate";
import type { Definition, Diagnostic, Emission, OwnFunction, Picture, PlanSettings } from "./evaluated";
import { unsavableIn } from "./unsavable";

const DEFAULT_PLAN: PlanSettings = { x: 0, y: 0, width: 320, height: 240, yDown: true, unit: "px", density: 96 };
const DEFAULT_TOLERANCE = 0.05;

export interface ParsedStatement extends StatementText {
  statement: Statement | ScriptError;
}

/** What a definition was computed to. */
export interface Computed {
  value: Value | null;
  errors: readonly ScriptError[];
  uses: ReadonlyMap<string, number>;
}

/** One evaluation of a script: its statements by kind, and the diagnostics gathered on the way. */
export class Run {
  readonly definitions = new Map<string, { statement: DefinitionStatement; text: string; from: number }>();
  readonly functions = new Map<string, SheetFunction & { statement: Statement; from: number }>();
  /** The names of definitions that could not be read. */
  readonly unread = new Set<string>();
  private readonly found: Diagnostic[] = [];
  private readonly lineStarts: number[] = [0];

  constructor(
    script: string,
    private readonly statements: readonly ParsedStatement[],
  ) {
    for (let i = script.indexOf("\n"); i >= 0; i = script.indexOf("\n", i + 1)) this.lineStarts.push(i + 1);
    for (const { at, name } of unsavableIn(script))
      this.report(at, { from: 0, to: 1 }, `the character ${name} cannot be saved`, {
        mends: [{ label: "Remove it", edits: [{ from: at, to: at + 1, insert: "" }] }],
      });
    for (const { from, text, statement } of statements) {
      if (statement instanceof ScriptError) {
        if (unsavableIn(text).length === 0) this.reportError(from, statement);
        const name = /^(\w+)\s*=/.exec(text)?.[1];
        if (name) this.unread.add(name);
      } else if (statement.kind === "function") this.addFunction(statement, text, from);
      else if (statement.kind === "definition") {
        const { name, nameSpan } = statement;
        const first = this.definitions.get(name);
        if (constants.has(name) || name === "box")
          this.report(from, nameSpan, `"${name}" is a constant: choose another name`);
        else if (first) this.reportError(from, this.definedAgain(name, nameSpan, first.from));
        else this.definitions.set(name, { statement, text, from });
      }
    }
  }

  /** Every name has one value, so that no operation changes what another one was given. */
  private definedAgain(name: string, nameSpan: Span, first: number): ScriptError {
    const taken = new Set(this.ofKind("definition").map(({ statement }) => statement.name));
    let free = `${name}2`;
    for (let i = 3; taken.has(free); i++) free = `${name}${i}`;
    return new ScriptError(nameSpan, `"${name}" is defined already, on line ${this.place(first).line}`, [
      { label: `Call this one ${free}`, edits: [{ ...nameSpan, insert: free }] },
    ]);
  }

  private addFunction(statement: Extract<Statement, { kind: "function" }>, text: string, from: number): void {
    const { name, nameSpan, parameters, body } = statement;
    const first = this.functions.get(name);
    const twice = parameters.find((p, i) => parameters.some((q, j) => j < i && q.name === p.name));
    if (functions.has(name)) this.report(from, nameSpan, `"${name}" is a built-in function: choose another name`);
    else if (first) this.report(from, nameSpan, `"${name}" is defined already, on line ${this.place(first.from).line}`);
    else if (twice) this.report(from, nameSpan, `"${name}" has two parameters called "${twice.name}"`);
    else this.functions.set(name, { name, parameters, body, text, statement, from });
  }

  report(
    offset: number,
    span: Span,
    message: string,
    more: Partial<Pick<Diagnostic, "severity" | "mends" | "marks">> = {},
  ) {
    const from = offset + span.from;
    const to = Math.max(offset + span.to, from + 1);
    // A mistake inside a function of the sheet is found at every call.
    if (this.found.some((known) => known.from === from && known.message === message)) return;
    this.found.push({ from, to, severity: "error", message, mends: [], marks: [], ...this.place(from), ...more });
  }

  /** A mistake in the statement that begins at `offset`; where it is inside a function of the sheet, there as well. */
  private reportError(offset: number, error: ScriptError): void {
    const severity = error instanceof ScriptWarning ? "warning" : "error";
    const mends = error.mends.map(({ label, edits }) => ({
      label,
      edits: edits.map((edit) => shiftedBy(offset, edit)),
    }));
    this.report(offset, error.span, error.message, { severity, mends });
    const inner = error.inside && this.functions.get(error.inside.name);
    if (error.inside && inner) this.reportError(inner.from, error.inside.error);
  }

  diagnostics(): Diagnostic[] {
    return this.found.sort((a, b) => a.from - b.from);
  }

  private place(position: number): { line: number; column: number } {
    let low = 0;
    let high = this.lineStarts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.lineStarts[middle] <= position) low = middle;
      else high = middle - 1;
    }
    return { line: low + 1, column: position - this.lineStarts[low] + 1 };
  }

  private ofKind<K extends Statement["kind"]>(kind: K) {
    return this.statements.flatMap(({ from, text, statement }) =>
      !(statement instanceof ScriptError) && statement.kind === kind
        ? [{ from, text, statement: statement as Extract<Statement, { kind: K }> }]
        : [],
    );
  }

  /** Only one statement of such a kind counts: the first. */
  private single<K extends "plan" | "tolerance">(kind: K) {
    const [first, ...others] = this.ofKind(kind);
    for (const { from, statement } of others)
      this.report(from, statement, `"${kind}" is stated already, on line ${this.place(first.from).line}`);
    return first;
  }

  readPlan(): PlanSettings {
    const plan = this.single("plan");
    if (!plan) return DEFAULT_PLAN;
    const { statement } = plan;
    const x = this.extent(plan.from, statement.x, "width", DEFAULT_PLAN.width);
    const y = this.extent(plan.from, statement.y, "height", DEFAULT_PLAN.height);
    return {
      x: x.least,
      y: y.least,
      width: x.size,
      height: y.size,
      yDown: statement.yDown ?? DEFAULT_PLAN.yDown,
      unit: statement.unit ?? DEFAULT_PLAN.unit,
      density: statement.density
        ? this.positive(plan.from, statement.density, "the density", DEFAULT_PLAN.density)
        : DEFAULT_PLAN.density,
    };
  }

  /** From where a plan begins along an axis, and how far it reaches. */
  private extent(from: number, { least, greatest }: Extent, what: string, otherwise: number) {
    if (!least) return { least: 0, size: this.positive(from, greatest, `the plan's ${what}`, otherwise) };
    const [low, high] = [plainNumber(least), plainNumber(greatest)];
    if (low !== null && high !== null && low < high && Number.isFinite(high - low))
      return { least: low, size: high - low };
    const span = { from: least.from, to: greatest.to };
    this.report(from, span, "the plan reaches from a number to a greater one, such as -160 to 160");
    return { least: 0, size: otherwise };
  }

  readTolerance(): number {
    const tolerance = this.single("tolerance");
    if (!tolerance) return DEFAULT_TOLERANCE;
    return this.positive(tolerance.from, tolerance.statement.value, "the tolerance", DEFAULT_TOLERANCE);
  }

  toleranceSpan(): Span | null {
    const [first] = this.ofKind("tolerance");
    if (first?.statement.value.kind !== "number") return null;
    const { from, to } = first.statement.value;
    return { from: first.from + from, to: first.from + to };
  }

  /** A setting must be a plain number: it cannot depend on definitions, which depend on it. */
  private positive(from: number, expression: Expression, what: string, otherwise: number): number {
    if (expression.kind === "number" && expression.value > 0 && Number.isFinite(expression.value))
      return expression.value;
    this.report(from, expression, `${what} must be written as a number greater than 0`);
    return otherwise;
  }

  readEmissions(kept: ReadonlyMap<string, Computed>, results: () => string[]): Emission[] {
    const files = new Map<string, number>();
    return this.ofKind("emit").flatMap(({ from, statement }) => {
      const { format, formatSpan, targets } = statement;
      if (!Object.hasOwn(handoffForms, format)) {
        const known = Object.keys(handoffForms);
        const otherwise = `; there are ${known.join(", ")}`;
        this.reportError(from, misspelled(formatSpan, `no form "${format}"`, format, known, otherwise));
        return [];
      }
      const form = formOf(format as HandoffFormat);
      const found = targets.map((target) => this.emitted(from, target, form, kept));
      const how = this.emitOptions(from, statement, form, kept);
      if (targets.length === 0 && isOfFields(form)) {
        this.report(from, formatSpan, `${form.title} holds one field: say which, as in emit NAME as ${format}`);
        return [];
      }
      const all = targets.length ? targets.map(({ name }) => name) : results();
      if (targets.length === 0 && all.length === 0)
        this.report(from, formatSpan, "there is no result to emit: define a shape first");
      const expressions = found.filter((expression) => expression !== null);
      if (!how || expressions.length < targets.length || all.length === 0) return [];
      const span = { from: from + statement.from, to: from + statement.to };
      const name = how.file ?? defaultFile(expressions, format as HandoffFormat);
      const earlier = files.get(name);
      if (earlier === undefined) files.set(name, from);
      else
        this.report(
          from,
          formatSpan,
          `"${name}" is written by line ${this.place(earlier).line} too: say another, to "FILE"`,
          {
            severity: "warning",
          },
        );
      return [{ span, targets: expressions, definitions: all, format: format as HandoffFormat, ...how }];
    });
  }

  /** The expression of what is emitted; null where it cannot be, which is reported. */
  private emitted(from: number, target: EmitTarget, form: Form, kept: ReadonlyMap<string, Computed>): string | null {
    const { name, nameSpan, items } = target;
    if (!this.definitions.has(name)) {
      this.reportError(from, unknownName(name, nameSpan, this));
      return null;
    }
    let value = kept.get(name)?.value;
    let expression = name;
    for (const { index, span } of items) {
      if (!value) return null;
      if (value.type !== "list") {
        this.report(from, span, `"${expression}" is ${describe(value)}, which has no items`);
        return null;
      }
      if (!Number.isInteger(index) || index >= value.items.length) {
        const last = value.items.length - 1;
        this.report(from, span, `the items of "${expression}" are counted from 0 to ${last}; there is no ${index}`);
        return null;
      }
      value = value.items[index];
      expression += `.at(${index})`;
    }
    if (!value) return null;
    const problem = notHandedOff(expression, value, form);
    if (problem) this.report(from, { from: nameSpan.from, to: items.at(-1)?.span.to ?? nameSpan.to }, problem);
    return problem ? null : expression;
  }

  /** How something is emitted; null where something is wrong with it, which is reported: no file is half right. */
  private emitOptions(
    from: number,
    { options: written }: Extract<Statement, { kind: "emit" }>,
    form: Form,
    kept: ReadonlyMap<string, Computed>,
  ): { options: HandoffOptions; file: string | null } | null {
    let options = DEFAULT_OPTIONS;
    let file: string | null = null;
    const errors: ScriptError[] = [];
    const wrong = (span: Span, message: string): void => void errors.push(new ScriptError(span, message));
    written.forEach(({ name, nameSpan, value }, i) => {
      const option = emitOptions.get(name);
      if (written.findIndex((each) => each.name === name) < i) wrong(nameSpan, `"${name}" is said already`);
      else if (name === "to") {
        if (value?.kind === "text") file = value.value;
        else wrong(value ?? nameSpan, 'to takes a file\'s name, such as to "pond.ts"');
      } else if (!option) {
        const known = [...emitOptions.keys(), "to"];
        errors.push(misspelled(nameSpan, `no option "${name}"`, name, known, `; there are ${known.join(", ")}`));
      } else {
        const said = option.read(value);
        if (said) options = { ...options, ...said };
        else wrong(value ?? nameSpan, option.takes ? `${name} takes ${option.takes}` : `${name} stands alone`);
      }
    });
    for (const { name, nameSpan } of errors.length ? [] : written) {
      const problem = emitOptions.get(name)?.problem?.(options, form);
      if (problem) wrong(nameSpan, `${name}: ${problem}`);
    }
    const template = written.find(({ name }) => name === "with")?.value;
    if (options.with && template) {
      const value = kept.get(options.with)?.value;
      if (!this.definitions.has(options.with)) errors.push(unknownName(options.with, template, this));
      else if (value && value.type !== "template")
        wrong(template, `only a template says how to write; "${options.with}" is ${describe(value)}`);
    }
    for (const error of errors) this.reportError(from, error);
    return errors.length ? null : { options, file };
  }

  /** Settings of a picture are plain numbers, as those of the plan are. */
  readPictures(
    kept: ReadonlyMap<string, Computed>,
    attached: (file: string) => boolean,
    files: () => string[],
  ): Picture[] {
    return this.ofKind("picture").map(({ from, statement }) => {
      const { file, fileSpan, at, scale, fade, clip } = statement;
      if (!attached(file)) {
        const known = files();
        const otherwise = known.length ? `; there are ${known.join(", ")}` : "";
        this.reportError(from, misspelled(fileSpan, `no picture called "${file}" is attached`, file, known, otherwise));
      }
      const value = clip && kept.get(clip.name)?.value;
      if (clip && !this.definitions.has(clip.name)) this.reportError(from, unknownName(clip.name, clip.span, this));
      else if (clip && value && value.type !== "shape")
        this.report(from, clip.span, `only a shape can clip a picture; "${clip.name}" is ${describe(value)}`);
      const [x, y] = at?.kind === "tuple" && at.items.length === 2 ? at.items.map(plainNumber) : [at && null, null];
      if (at && (x === null || y === null))
        this.report(from, at, "expected a point written as numbers, such as (10, 20)");
      const faded = fade && (fade.kind === "share" ? fade.fraction : plainNumber(fade));
      if (fade && (faded === null || faded < 0 || faded > 1))
        this.report(from, fade, "fade must be written as a share from 0% to 100%");
      const placeOf = (span: Span | null): Span | null => span && { from: from + span.from, to: from + span.to };
      return {
        span: { from: from + statement.from, to: from + statement.to },
        file,
        x: x ?? 0,
        y: y ?? 0,
        scale: scale ? this.positive(from, scale, "the picture's scale", 1) : 1,
        fade: faded ?? 0.5,
        clip: clip && value?.type === "shape" ? clip.name : null,
        places: { at: placeOf(at), scale: placeOf(scale), fade: placeOf(fade), clip: placeOf(clip?.span ?? null) },
      };
    });
  }

  describeFunctions(): OwnFunction[] {
    return [...this.functions.values()].map(({ name, parameters, text }) => ({
      name,
      parameters: parameters.map((parameter) => {
        const { name: called, default: otherwise } = parameter;
        return { name: called, default: otherwise && text.slice(otherwise.from, otherwise.to) };
      }),
    }));
  }

  describeDefinitions(kept: ReadonlyMap<string, Computed>): Definition[] {
    return [...this.definitions].map(([name, { statement, text, from }]) => {
      const { value, errors, uses } = kept.get(name)!;
      for (const error of errors) this.reportError(from, error);
      const shifted = (span: Span): Span => shiftedBy(from, span);
      const literal = numberSpan(statement.value);
      const bound = (e: Expression | undefined): number | null => (e?.kind === "number" ? e.value : null);
      return {
        name,
        nameSpan: shifted(statement.nameSpan),
        span: { from, to: from + text.length },
        value,
        number:
          literal && value?.type === "number"
            ? {
                span: shifted(literal),
                least: bound(statement.range?.least),
                greatest: bound(statement.range?.greatest),
              }
            : null,
        dependsOn: [...uses.keys()].filter((used) => this.definitions.has(used)),
      };
    });
  }
}

export function unknownName(name: string, span: Span, run: Run): ScriptError {
  if (run.unread.has(name)) return withError(name, span);
  if (functions.has(name) || run.functions.has(name))
    return new ScriptError(span, `"${name}" is a function: it needs its arguments in brackets`);
  const foreign = foreignName(name);
  if (foreign) return new ScriptError(span, `no definition of "${name}"; ${foreign.message}`, foreign.mends(span));
  const known = [...run.definitions.keys(), ...constants.keys()];
  return misspelled(span, `no definition of "${name}"`, name, known);
}

/** What uses a definition that has an error has none of its own. */
export function withError(name: string, span: Span): ScriptError {
  return new ScriptError(span, `"${name}" has an error, so this cannot be computed`);
}

/** A place in a statement as a place in the script. */
export function shiftedBy<S extends Span>(offset: number, span: S): S {
  return { ...span, from: offset + span.from, to: offset + span.to };
}

function plainNumber(expression: Expression): number | null {
  const sign = expression.kind === "negation" ? -1 : 1;
  const literal = expression.kind === "negation" ? expression.operand : expression;
  return literal.kind === "number" ? sign * literal.value : null;
}

function numberSpan(expression: Expression): Span | null {
  const literal = expression.kind === "negation" ? expression.operand : expression;
  return literal.kind === "number" ? { from: expression.from, to: expression.to } : null;
}
