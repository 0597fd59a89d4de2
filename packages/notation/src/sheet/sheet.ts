import { type HandoffFormat, handoffFormats } from "@vertexon/geometry";
import { constants, functions, type Value } from "../functions";
import { type Attachment, ImportError, type Imported, readImport } from "../import";
import { suggestion } from "../nearest-name";
import {
  type Expression,
  parseStatement,
  ScriptError,
  type Span,
  type Statement,
  type StatementText,
  splitStatements,
} from "../syntax";
import { evaluate, type SheetFunction, type Surroundings } from "./evaluate";

export interface PlanSettings {
  width: number;
  height: number;
  yDown: boolean;
  /** What a plan unit is called. */
  unit: string;
  /** px to an inch, where lengths in other units are converted. */
  density: number;
}

/** A mistake, or something worth knowing, at a place in the script; line and column count from 1. */
export interface Diagnostic extends Span {
  severity: "error" | "warning";
  message: string;
  line: number;
  column: number;
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
  name: string;
  format: HandoffFormat;
  decimals: number;
  file: string | null;
}

export interface Evaluated {
  plan: PlanSettings;
  tolerance: number;
  /** Where the tolerance is written as a number, if it is. */
  toleranceSpan: Span | null;
  definitions: Definition[];
  emissions: Emission[];
  diagnostics: Diagnostic[];
  /** The names that had to be computed anew. */
  recomputed: string[];
}

const DEFAULT_PLAN: PlanSettings = { width: 320, height: 240, yDown: true, unit: "px", density: 96 };
const DEFAULT_TOLERANCE = 0.05;
const DEFAULT_DECIMALS = 3;
/** What the plan and the tolerance are called among the things that a definition depends on. */
const PLAN = "plan";
const TOLERANCE = "tolerance";
const FUNCTION = "fn ";
const ATTACHMENT = "attachment ";

/** Repetitions and calls in one definition may take no more steps than this. */
const MOST_STEPS = 200_000;

/** A version that nothing has: what was computed from it is not kept. */
const NEVER = -1;

type DefinitionStatement = Extract<Statement, { kind: "definition" }>;

/** A computed value, with what it was computed from, so that it can be kept for as long as that stays the same. */
interface Kept {
  text: string;
  value: Value | null;
  errors: ScriptError[];
  version: number;
  /** Versions of the names and settings used, and the names asked for that did not exist. */
  uses: Map<string, number>;
}

/**
 * A sheet that is evaluated again and again as its script changes. A definition is computed anew only when its own text
 * or something that it depends on has changed; everything else is kept. The order of definitions does not matter.
 */
export class Sheet {
  private readonly statements = new Map<string, Statement | ScriptError>();
  private kept = new Map<string, Kept>();
  private settings = new Map<string, { fingerprint: string; version: number }>();
  private version = 0;
  private attachments = new Map<string, { content: string; read: Imported | Error | null }>();

  /** Says what is attached to the sheet; counts from the next evaluation on. */
  attach(attachments: readonly Attachment[]): void {
    const before = this.attachments;
    this.attachments = new Map(
      attachments.map(({ name, content }) => {
        const known = before.get(name);
        return [name, known?.content === content ? known : { content, read: null }];
      }),
    );
    for (const name of before.keys()) if (!this.attachments.has(name)) this.settings.delete(ATTACHMENT + name);
  }

  update(script: string): Evaluated {
    const run = new Run(script, this.parsed(splitStatements(script)));
    const plan = run.readPlan();
    const tolerance = run.readTolerance();
    this.setting(PLAN, JSON.stringify(plan));
    this.setting(TOLERANCE, String(tolerance));
    for (const name of this.settings.keys())
      if (name.startsWith(FUNCTION) && !run.functions.has(name.slice(FUNCTION.length))) this.settings.delete(name);
    for (const [name, { text }] of run.functions) this.setting(FUNCTION + name, text);
    for (const [name, { content }] of this.attachments) this.setting(ATTACHMENT + name, content);
    const before = this.kept;
    this.kept = new Map();
    const recomputed: string[] = [];
    const computing: string[] = [];

    const compute = (name: string): Kept => {
      const done = this.kept.get(name);
      if (done) return done;
      const { statement, text } = run.definitions.get(name)!;
      const old = before.get(name);
      computing.push(name);
      const fresh = old?.text === text && this.stillValid(old, run, compute, computing) ? old : null;
      const result = fresh ?? this.computed(statement, text, run, compute, computing, { plan, tolerance });
      computing.pop();
      if (!fresh) recomputed.push(name);
      this.kept.set(name, result);
      return result;
    };
    for (const name of run.definitions.keys()) compute(name);
    return {
      plan,
      tolerance,
      toleranceSpan: run.toleranceSpan(),
      definitions: run.describeDefinitions(this.kept),
      emissions: run.readEmissions(this.kept),
      diagnostics: run.diagnostics(),
      recomputed,
    };
  }

  private parsed(texts: readonly StatementText[]): ParsedStatement[] {
    const seen = new Set(texts.map(({ text }) => text));
    for (const text of this.statements.keys()) if (!seen.has(text)) this.statements.delete(text);
    return texts.map((each) => {
      let statement = this.statements.get(each.text);
      if (!statement) {
        statement = parsedOrError(each.text);
        this.statements.set(each.text, statement);
      }
      return { ...each, statement };
    });
  }

  /** Read when first asked for, and kept for as long as it is attached. */
  private readAttachment(name: string): Imported | Error | null {
    const attachment = this.attachments.get(name);
    if (!attachment) return null;
    attachment.read ??= readOrError(attachment.content, name);
    return attachment.read;
  }

  private setting(name: string, fingerprint: string): void {
    if (this.settings.get(name)?.fingerprint !== fingerprint)
      this.settings.set(name, { fingerprint, version: ++this.version });
  }

  private stillValid(kept: Kept, run: Run, compute: (name: string) => Kept, computing: readonly string[]): boolean {
    for (const [name, version] of kept.uses) {
      const now = this.settings.get(name)?.version;
      if (now !== undefined) {
        if (now !== version) return false;
      } else if (!run.definitions.has(name)) {
        if (version !== 0) return false;
      } else if (computing.includes(name) || compute(name).version !== version) return false;
    }
    return true;
  }

  private computed(
    statement: DefinitionStatement,
    text: string,
    run: Run,
    compute: (name: string) => Kept,
    computing: readonly string[],
    settings: { plan: PlanSettings; tolerance: number },
  ): Kept {
    const uses = new Map<string, number>();
    let steps = 0;
    const setting = <T>(name: string, value: T): T => {
      uses.set(name, this.settings.get(name)!.version);
      return value;
    };
    const surroundings: Surroundings = {
      plan: () => setting(PLAN, settings.plan),
      tolerance: () => setting(TOLERANCE, settings.tolerance),
      attached: (name) => {
        uses.set(ATTACHMENT + name, this.settings.get(ATTACHMENT + name)?.version ?? 0);
        return this.readAttachment(name);
      },
      attachmentNames: () => [...this.attachments.keys()],
      functionNames: () => run.functions.keys(),
      functionNamed: (name) => {
        uses.set(FUNCTION + name, this.settings.get(FUNCTION + name)?.version ?? 0);
        return run.functions.get(name) ?? null;
      },
      step(span) {
        if (++steps > MOST_STEPS)
          throw new ScriptError(span, `this takes more than ${MOST_STEPS} steps of repetitions and calls`);
      },
      lookUp(name, span) {
        if (!run.definitions.has(name)) {
          uses.set(name, 0);
          throw new ScriptError(span, unknownName(name, run));
        }
        const circle = computing.indexOf(name);
        if (circle >= 0) {
          uses.set(name, NEVER);
          const path = [...computing.slice(circle), name].join(" → ");
          throw new ScriptError(span, `"${name}" is computed from itself: ${path}`);
        }
        const found = compute(name);
        uses.set(name, found.version);
        if (!found.value) throw new ScriptError(span, `"${name}" has a mistake of its own, so this cannot be computed`);
        return found.value;
      },
    };
    const errors: ScriptError[] = [];
    let value: Value | null = null;
    try {
      value = evaluate(statement.value, text, surroundings);
      if (statement.range) checkRange(statement, text, surroundings, value, errors);
    } catch (error) {
      if (!(error instanceof ScriptError)) throw error;
      errors.push(error);
    }
    return { text, value, errors, version: ++this.version, uses };
  }
}

interface ParsedStatement extends StatementText {
  statement: Statement | ScriptError;
}

/** One evaluation of a script: its statements by kind, and the diagnostics gathered on the way. */
class Run {
  readonly definitions = new Map<string, { statement: DefinitionStatement; text: string; from: number }>();
  readonly functions = new Map<string, SheetFunction & { from: number }>();
  private readonly found: Diagnostic[] = [];
  private readonly lineStarts: number[] = [0];

  constructor(
    script: string,
    private readonly statements: readonly ParsedStatement[],
  ) {
    for (let i = script.indexOf("\n"); i >= 0; i = script.indexOf("\n", i + 1)) this.lineStarts.push(i + 1);
    for (const { from, text, statement } of statements) {
      if (statement instanceof ScriptError) this.report(from, statement.span, statement.message);
      else if (statement.kind === "function") this.addFunction(statement, text, from);
      else if (statement.kind === "definition") {
        const { name, nameSpan } = statement;
        const first = this.definitions.get(name);
        if (constants.has(name) || name === "box")
          this.report(from, nameSpan, `"${name}" is a constant and cannot be defined`);
        else if (first)
          this.report(from, nameSpan, `"${name}" is defined already, on line ${this.place(first.from).line}`);
        else this.definitions.set(name, { statement, text, from });
      }
    }
  }

  private addFunction(statement: Extract<Statement, { kind: "function" }>, text: string, from: number): void {
    const { name, nameSpan, parameters, body } = statement;
    const first = this.functions.get(name);
    const twice = parameters.find((p, i) => parameters.some((q, j) => j < i && q.name === p.name));
    if (functions.has(name)) this.report(from, nameSpan, `"${name}" is a function of the notation already`);
    else if (first) this.report(from, nameSpan, `"${name}" is defined already, on line ${this.place(first.from).line}`);
    else if (twice) this.report(from, nameSpan, `"${name}" has two parameters called "${twice.name}"`);
    else this.functions.set(name, { name, parameters, body, text, from });
  }

  report(offset: number, span: Span, message: string, severity: Diagnostic["severity"] = "error"): void {
    const from = offset + span.from;
    this.found.push({ from, to: Math.max(offset + span.to, from + 1), severity, message, ...this.place(from) });
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
    return {
      width: this.positive(plan.from, statement.width, "the plan's width", DEFAULT_PLAN.width),
      height: this.positive(plan.from, statement.height, "the plan's height", DEFAULT_PLAN.height),
      yDown: statement.yDown ?? DEFAULT_PLAN.yDown,
      unit: statement.unit ?? DEFAULT_PLAN.unit,
      density: statement.density
        ? this.positive(plan.from, statement.density, "the density", DEFAULT_PLAN.density)
        : DEFAULT_PLAN.density,
    };
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

  readEmissions(kept: ReadonlyMap<string, Kept>): Emission[] {
    return this.ofKind("emit").flatMap(({ from, statement }) => {
      const { name, nameSpan, format, formatSpan, decimals, file } = statement;
      const value = kept.get(name)?.value;
      if (!this.definitions.has(name)) this.report(from, nameSpan, unknownName(name, this));
      else if (value && value.type !== "shape")
        this.report(from, nameSpan, `only a shape has vertices to emit; "${name}" is a ${value.type}`);
      if (!Object.hasOwn(handoffFormats, format)) {
        const known = Object.keys(handoffFormats);
        const hint = suggestion(format, known) || `; there are ${known.join(", ")}`;
        this.report(from, formatSpan, `no format "${format}"${hint}`);
        return [];
      }
      let digits = DEFAULT_DECIMALS;
      if (decimals) {
        const whole = decimals.kind === "number" && Number.isInteger(decimals.value) && decimals.value <= 17;
        if (whole) digits = decimals.value;
        else this.report(from, decimals, "decimals must be written as a whole number from 0 to 17");
      }
      if (value?.type !== "shape") return [];
      const span = { from: from + statement.from, to: from + statement.to };
      return [{ span, name, format: format as HandoffFormat, decimals: digits, file }];
    });
  }

  describeDefinitions(kept: ReadonlyMap<string, Kept>): Definition[] {
    return [...this.definitions].map(([name, { statement, text, from }]) => {
      const { value, errors, uses } = kept.get(name)!;
      for (const error of errors)
        this.report(from, error.span, error.message, error instanceof RangeWarning ? "warning" : "error");
      const shifted = (span: Span): Span => ({ from: from + span.from, to: from + span.to });
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

function parsedOrError(text: string): Statement | ScriptError {
  try {
    return parseStatement(text);
  } catch (error) {
    if (error instanceof ScriptError) return error;
    throw error;
  }
}

function readOrError(content: string, name: string): Imported | Error {
  try {
    return readImport(content, name);
  } catch (error) {
    if (error instanceof ImportError) return error;
    throw error;
  }
}

function unknownName(name: string, run: Run): string {
  if (functions.has(name) || run.functions.has(name))
    return `"${name}" is a function: it needs its arguments in brackets`;
  return `no definition of "${name}"${suggestion(name, [...run.definitions.keys(), ...constants.keys()])}`;
}

class RangeWarning extends ScriptError {}

function checkRange(
  { range, value: expression }: DefinitionStatement,
  text: string,
  surroundings: Surroundings,
  value: Value,
  errors: ScriptError[],
): void {
  if (!range) return;
  if (value.type !== "number") throw new ScriptError(expression, `only a number can have a range, not a ${value.type}`);
  const [least, greatest] = [range.least, range.greatest].map((end) => {
    const bound = evaluate(end, text, surroundings);
    if (bound.type !== "number") throw new ScriptError(end, `a range goes from number to number, not a ${bound.type}`);
    return bound.value;
  });
  if (!(least < greatest)) throw new ScriptError(range.greatest, `the range's end must be greater than ${least}`);
  if (value.value < least || value.value > greatest)
    errors.push(new RangeWarning(expression, `${value.value} lies outside its range from ${least} to ${greatest}`));
}

function numberSpan(expression: Expression): Span | null {
  const literal = expression.kind === "negation" ? expression.operand : expression;
  return literal.kind === "number" ? { from: expression.from, to: expression.to } : null;
}
