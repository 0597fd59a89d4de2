import {
  type Attachment,
  applyEdits,
  type Definition,
  type Diagnostic,
  type Distance,
  type Evaluated,
  namedDistancesIn,
  type Progress,
  reasonOf,
  type Shape,
  type TextEdit,
  type Value,
} from "@vertexon/notation";
import { AskedSheet } from "./asked-sheet";
import { describeDefinition, type NameOf } from "./describe";
import { type Answer, type Asked, type Kind, questions } from "./questions";
import type { SentView } from "./sheet-view";

/** An evaluation reports about this many of its definitions. */
const MOST_TOLD = 500;

/** One sheet in a thread of its own: evaluates the script, and answers questions about the last evaluation. */
export class SheetService {
  private readonly asked = new AskedSheet();
  private sent: { name: string; value: Value | null }[] = [];

  constructor(private readonly told: (progress: Progress) => void = () => {}) {}

  attach(attachments: Attachment[]): void {
    this.asked.attach(attachments);
  }

  /** Takes up a sheet where another worker left it, for questions about it; the next update is sent whole. */
  restore(script: string): void {
    this.asked.update(script);
  }

  async ask<K extends Kind>(kind: K, asked: Asked<K>): Promise<Answer<K>> {
    this.asked.settle();
    const answer = questions[kind] as (sheet: AskedSheet, asked: Asked<K>) => Answer<K> | Promise<Answer<K>>;
    return answer(this.asked, asked);
  }

  /** Definitions that were sent before and are still the same are not sent again: see mergeViews. */
  update(script: string): SentView {
    const evaluated = this.asked.update(script, (progress) => {
      // Thousands of small ones are not reported one by one.
      if (progress.done % Math.ceil(progress.total / MOST_TOLD) === 0) this.told(progress);
    });
    const before = this.sent;
    const nameOf: NameOf = (from) => (from.type === "shape" ? this.nameOf(from) : nameOfDistance(from, evaluated));
    const failed: Diagnostic[] = [];
    this.sent = [];
    const views = evaluated.definitions.map((definition, i) => {
      const { name, value, span } = definition;
      this.sent.push({ name, value });
      if (value !== null && before[i]?.name === name && before[i].value === value) return span.from;
      try {
        return describeDefinition(definition, nameOf);
      } catch (error) {
        failed.push(failureOf(definition, script, error));
        // Described anew at the next evaluation, so that this is said again.
        this.sent[i].value = null;
        return describeDefinition({ ...definition, value: null }, nameOf);
      }
    });
    return {
      plan: evaluated.plan,
      tolerance: evaluated.tolerance,
      toleranceSpan: evaluated.toleranceSpan,
      definitions: views,
      emissions: evaluated.emissions,
      pictures: evaluated.pictures,
      functions: evaluated.functions,
      diagnostics: [...failed, ...evaluated.diagnostics],
    };
  }

  /** The same for the script as it is, with edits: so that a long one is not sent again and again. */
  edit(edits: readonly TextEdit[]): SentView {
    return this.update(applyEdits(this.asked.script, edits));
  }

  /** Views of one shape share their polygons; that tells which definition it came from. */
  private nameOf(shape: Shape): string {
    return this.asked.shapes().find((each) => each.shape.polygons === shape.polygons)?.name ?? "";
  }
}

/** As views of one shape, so those of one distance share what they are computed by. */
function nameOfDistance({ field }: Distance, { definitions }: Evaluated): string {
  const all = definitions.flatMap(({ name, value }) => (value ? namedDistancesIn(name, value) : []));
  return all.find(([, each]) => each.field === field)?.[0] ?? "";
}

/** A value that cannot be shown is an error at its definition; all others are shown. */
function failureOf({ nameSpan }: Definition, script: string, error: unknown): Diagnostic {
  const lines = script.slice(0, nameSpan.from).split("\n");
  const message = `this is computed, but cannot be shown: ${reasonOf(error)}`;
  const place = { line: lines.length, column: lines[lines.length - 1].length + 1 };
  return { ...nameSpan, ...place, severity: "error", message, mends: [], marks: [] };
}
