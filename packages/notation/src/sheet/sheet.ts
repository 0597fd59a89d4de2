import { checkDefinition, checkSheet, type Finding, gathered, type SheetFinding, statementsOf } from "../checks";
import { valuesOf } from "../handoff/build-files";
import { type Attachment, ImportError, type Imported, readImport } from "../import";
import { reasonOf } from "../messages/reason";
import {
  type DefinitionStatement,
  parseStatement,
  ScriptError,
  ScriptWarning,
  type Statement,
  type StatementText,
  splitStatements,
} from "../syntax";
import { describe, type Value } from "../values";
import { evaluate, type Surroundings } from "./evaluate";
import type { Evaluated, PlanSettings, Progress } from "./evaluated";
import { isMeant, meantMend } from "./meant";
import { evaluationOrder } from "./order";
import { type ParsedStatement, Run, shiftedBy, unknownName, withError } from "./run";

/** What the plan and the tolerance are called among the things that a definition depends on. */
const PLAN = "plan";
const TOLERANCE = "tolerance";
/** The names that messages suggest. */
const NAMES = "names";
const FILES = "files";
const FUNCTION = "fn ";
const ATTACHMENT = "attachment ";

/** Repetitions and calls in one definition may take no more steps than this. */
const MOST_STEPS = 200_000;

/** Only in a circle are names computed inside of each other: the order of evaluation sees to that. */
const DEEPEST_CIRCLE = 100;

/** A version that nothing has: what was computed from it is not kept. */
const NEVER = -1;

/** A computed value, with what it was computed from, so that it can be kept for as long as that stays the same. */
interface Kept {
  text: string;
  value: Value | null;
  errors: ScriptError[];
  findings: readonly Finding[];
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
  /** The last evaluation, for trying out other texts in it. */
  private last: {
    run: Run;
    compute(name: string): Kept;
    settings: { plan: PlanSettings; tolerance: number };
  } | null = null;
  /** The last evaluation as a whole. */
  evaluated: Evaluated | null = null;
  private otherPlan: PlanSettings | null = null;
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

  /** Evaluates a script; `told` hears of each definition before it is computed anew. */
  update(script: string, told: (progress: Progress) => void = () => {}): Evaluated {
    const { run, compute, order, settings, recomputed } = this.begun(script, told, null);
    for (const name of order) compute(name);
    this.last = { run, compute, settings };
    const { plan, tolerance } = settings;
    const definitions = run.describeDefinitions(this.kept);
    const results = (): string[] => valuesOf(definitions, []).map(([name]) => name);
    const emissions = run.readEmissions(this.kept, results);
    const isPicture = (file: string): boolean => /^data:image\//.test(this.attachments.get(file)?.content ?? "");
    const pictures = run.readPictures(this.kept, isPicture, () => [...this.attachments.keys()].filter(isPicture));
    const statementOf = (name: string) => run.definitions.get(name)!;
    const sourceOf = (file: string) => {
      const read = this.readAttachment(file);
      return read && !(read instanceof Error) ? read.source : null;
    };
    const facts = { script, plan, definitions, emissions, statementOf, sourceOf };
    this.reportFindings(run, [...findingsOf(run, this.kept), ...checkSheet(facts)]);
    this.evaluated = {
      plan,
      tolerance,
      toleranceSpan: run.toleranceSpan(),
      definitions,
      emissions,
      pictures,
      functions: run.describeFunctions(),
      diagnostics: run.diagnostics(),
      recomputed,
      valueOnPlan: (name, other) => (this.usesPlan(name) ? this.onPlan(other).valueIn(script, name) : null),
    };
    return this.evaluated;
  }

  /** Whether a definition, or one that it is made of, asks for the plan. */
  private usesPlan(name: string, asked = new Set<string>()): boolean {
    if (asked.has(name)) return false;
    asked.add(name);
    const { uses } = this.kept.get(name) ?? {};
    return uses !== undefined && (uses.has(PLAN) || [...uses.keys()].some((other) => this.usesPlan(other, asked)));
  }

  /** A sheet with the same attachments, whose plan is not the one that its script states. */
  private onPlan(plan: PlanSettings): Sheet {
    const sheet = new Sheet();
    sheet.attachments = this.attachments;
    sheet.otherPlan = plan;
    return sheet;
  }

  /** What one definition comes to in a script, or null; of all others only what it needs is computed. */
  valueIn(script: string, name: string): Value | null {
    const before = this.kept;
    const { run, compute, order } = this.begun(script, () => {}, name);
    for (const each of order) compute(each);
    const value = run.definitions.has(name) ? compute(name).value : null;
    for (const [other, kept] of before) if (!this.kept.has(other)) this.kept.set(other, kept);
    this.last = null;
    return value;
  }

  /** Reads a script and says how to compute its definitions, all of them or what one needs, in which order. */
  private begun(script: string, told: (progress: Progress) => void, only: string | null) {
    const run = new Run(script, this.parsed(splitStatements(script)));
    const plan = this.otherPlan ?? run.readPlan();
    const tolerance = run.readTolerance();
    this.setting(PLAN, JSON.stringify(plan));
    this.setting(TOLERANCE, String(tolerance));
    this.setting(NAMES, [...run.definitions.keys(), "fn", ...run.functions.keys(), "unread", ...run.unread].join(" "));
    this.setting(FILES, JSON.stringify([...this.attachments.keys()]));
    for (const name of this.settings.keys())
      if (name.startsWith(FUNCTION) && !run.functions.has(name.slice(FUNCTION.length))) this.settings.delete(name);
    for (const [name, { text }] of run.functions) this.setting(FUNCTION + name, text);
    for (const [name, { content }] of this.attachments) this.setting(ATTACHMENT + name, content);
    const before = this.kept;
    this.kept = new Map();
    const recomputed: string[] = [];
    const computing: string[] = [];

    const order = evaluationOrder(run, only === null ? undefined : run.definitions.has(only) ? [only] : []);

    const compute = (name: string): Kept => {
      const done = this.kept.get(name);
      if (done) return done;
      const { statement, text } = run.definitions.get(name)!;
      const old = before.get(name);
      computing.push(name);
      const fresh = old?.text === text && this.stillValid(old, run, compute, computing) ? old : null;
      if (!fresh) told({ name, done: this.kept.size, total: order.length });
      const result = fresh ?? this.computed(statement, text, run, compute, computing, { plan, tolerance });
      computing.pop();
      if (!fresh) recomputed.push(name);
      this.kept.set(name, result);
      return result;
    };
    return { run, compute, order, settings: { plan, tolerance }, recomputed };
  }

  /** What is found and not acknowledged, with the mend that does. */
  private reportFindings(run: Run, findings: readonly SheetFinding[]): void {
    const statements = new Map([...run.definitions.values()].map(({ from, text }) => [from, text]));
    const isOpen = ({ from }: SheetFinding): boolean => !isMeant(statements.get(from) ?? "");
    for (const finding of gathered(findings.filter(isOpen))) {
      const ends = statementsOf(finding).flatMap((from) => {
        const text = statements.get(from);
        return text === undefined ? [] : [from + text.length];
      });
      const { from, span, message, mends, marks } = finding;
      const all = ends.length > 0 ? [...mends, meantMend(ends)] : mends;
      run.report(from, span, message, { severity: "warning", mends: all, marks });
    }
  }

  /** What a definition would be with another text, everything else as it was evaluated last; null where it fails. */
  tryOut(name: string, text: string): Value | null {
    const statement = parsedOrError(text);
    if (!this.last || statement instanceof ScriptError || statement.kind !== "definition") return null;
    const { run, compute, settings } = this.last;
    return this.computed(statement, text, run, compute, [name], settings).value;
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
    const errors: ScriptError[] = [];
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
      attachmentNames: () => setting(FILES, [...this.attachments.keys()]),
      functionNames: () => setting(NAMES, run.functions.keys()),
      functionNamed: (name) => {
        uses.set(FUNCTION + name, this.settings.get(FUNCTION + name)?.version ?? 0);
        return run.functions.get(name) ?? null;
      },
      step(span, count = 1) {
        steps += count;
        if (steps > MOST_STEPS)
          throw new ScriptError(span, `more than ${MOST_STEPS} repetitions and calls in one definition`);
      },
      warn: (warning) => errors.push(warning),
      lookUp(name, span) {
        if (!run.definitions.has(name)) {
          uses.set(name, 0);
          setting(NAMES, null);
          throw unknownName(name, span, run);
        }
        const circle = computing.indexOf(name);
        if (circle >= 0) {
          uses.set(name, NEVER);
          const path = [...computing.slice(circle), name].join(" → ");
          throw new ScriptError(span, `"${name}" is computed from itself: ${path}`);
        }
        if (computing.length > DEEPEST_CIRCLE) {
          uses.set(name, NEVER);
          throw new ScriptError(span, `"${name}" is computed from itself, through many others`);
        }
        const found = compute(name);
        uses.set(name, found.version);
        if (!found.value) throw withError(name, span);
        return found.value;
      },
    };
    let value: Value | null = null;
    try {
      value = evaluate(statement.value, text, surroundings);
      if (statement.range) checkRange(statement, text, surroundings, value, errors);
    } catch (error) {
      value = null;
      errors.push(error instanceof ScriptError ? error : new ScriptError(statement.value, reasonOf(error)));
    }
    const findings = value ? checkDefinition({ statement, text, value }) : [];
    return { text, value, errors, findings, version: ++this.version, uses };
  }
}

/** What was found in each definition alone, at its place in the script. */
function findingsOf(run: Run, kept: ReadonlyMap<string, Kept>): SheetFinding[] {
  return [...run.definitions].flatMap(([name, { from }]) =>
    kept.get(name)!.findings.map((finding) => ({
      ...finding,
      from,
      mends: finding.mends.map(({ label, edits }) => ({ label, edits: edits.map((edit) => shiftedBy(from, edit)) })),
    })),
  );
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

function checkRange(
  { range, value: expression }: DefinitionStatement,
  text: string,
  surroundings: Surroundings,
  value: Value,
  errors: ScriptError[],
): void {
  if (!range) return;
  if (value.type !== "number")
    throw new ScriptError(expression, `only a number can have a range, not ${describe(value)}`);
  const [least, greatest] = [range.least, range.greatest].map((end) => {
    const bound = evaluate(end, text, surroundings);
    if (bound.type !== "number")
      throw new ScriptError(end, `a range goes from one number to another; this is ${describe(bound)}`);
    return bound.value;
  });
  if (!(least < greatest)) throw new ScriptError(range.greatest, `the range's end must be greater than ${least}`);
  if (value.value < least || value.value > greatest)
    errors.push(new ScriptWarning(expression, `${value.value} lies outside its range from ${least} to ${greatest}`));
}
