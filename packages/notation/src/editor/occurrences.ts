import { functions, methodNamed } from "../library";
import { parameterOf } from "../sheet/bind";
import {
  type Expression,
  parseStatement,
  partsOf,
  ScriptError,
  type Span,
  type Statement,
  splitStatements,
} from "../syntax";

/** A name of the sheet and every place where it stands; the first is where it is defined, if it is. */
export interface Occurrences {
  name: string;
  isFunction: boolean;
  definition: Span | null;
  places: Span[];
}

/**
 * Everything that the name at a position of the script stands for, or null when no name of the sheet stands there.
 * Parameters and the names of repetitions are names of their own and hide those of the sheet.
 */
export function occurrencesAt(script: string, position: number): Occurrences | null {
  const all = allOccurrences(script);
  return all.find(({ places }) => places.some(({ from, to }) => position >= from && position <= to)) ?? null;
}

/** The edits that give a name of the sheet another one everywhere. Throws {@link Error} when the new one cannot be used. */
export function renameEdits(script: string, { name, isFunction, places }: Occurrences, next: string) {
  if (!/^[A-Za-z_]\w*$/.test(next)) throw new Error(`"${next}" is no name: letters, digits and _, not a digit first`);
  const taken = allOccurrences(script).some(
    (other) => other.name === next && other.isFunction === isFunction && next !== name,
  );
  if (taken) throw new Error(`"${next}" is used in this sheet already`);
  const edits = places.map(({ from, to }) => ({ from, to, insert: next }));
  // Words of the notation, and names that a parameter would hide, change what the script says.
  const renamed = edits.reduceRight((text, { from, to }) => text.slice(0, from) + next + text.slice(to), script);
  const after = allOccurrences(renamed).find((other) => other.name === next && other.isFunction === isFunction);
  if (after?.places.length !== places.length) throw new Error(`"${next}" means something else in this sheet`);
  return edits;
}

function allOccurrences(script: string): Occurrences[] {
  const found = new Map<string, Occurrences>();
  for (const { from, text } of splitStatements(script)) {
    const statement = parsedOrNull(text);
    if (!statement) continue;
    visit(statement, (name, isFunction, span, defines) => {
      const key = `${isFunction} ${name}`;
      const entry = found.get(key) ?? { name, isFunction, definition: null, places: [] };
      const place = { from: from + span.from, to: from + span.to };
      if (defines) entry.definition ??= place;
      entry.places.push(place);
      found.set(key, entry);
    });
  }
  return [...found.values()].map((each) => ({ ...each, places: each.places.sort((a, b) => a.from - b.from) }));
}

type Note = (name: string, isFunction: boolean, span: Span, defines: boolean) => void;

function visit(statement: Statement, note: Note): void {
  if (statement.kind === "definition") {
    note(statement.name, false, statement.nameSpan, true);
    visitExpression(statement.value, note, []);
    for (const end of Object.values(statement.range ?? {})) visitExpression(end, note, []);
  } else if (statement.kind === "function") {
    note(statement.name, true, statement.nameSpan, true);
    const hidden = statement.parameters.map(({ name }) => name);
    for (const { default: value } of statement.parameters) if (value) visitExpression(value, note, hidden);
    visitExpression(statement.body, note, hidden);
  } else if (statement.kind === "emit") {
    for (const { name, nameSpan } of statement.targets) note(name, false, nameSpan, false);
    for (const { name, value } of statement.options)
      if (name === "with" && value?.kind === "name") note(value.name, false, value, false);
  } else if (statement.kind === "picture" && statement.clip)
    note(statement.clip.name, false, statement.clip.span, false);
}

function visitExpression(e: Expression, note: Note, hidden: readonly string[]): void {
  if (e.kind === "name" && !hidden.includes(e.name)) note(e.name, false, e, false);
  if (e.kind === "call") note(e.name, true, e.nameSpan, false);
  const words = wordsIn(e);
  for (const part of partsOf(e)) if (!words.includes(part)) visitExpression(part, note, hidden);
  if (e.kind === "each") visitExpression(e.body, note, [...hidden, e.name]);
}

/** Arguments that are words, and not what the sheet calls by that name. */
function wordsIn(e: Expression): Expression[] {
  if (e.kind !== "call" && e.kind !== "method") return [];
  const parameters = (e.kind === "call" ? functions.get(e.name) : methodNamed(e.name))?.parameters ?? [];
  return e.args.map(({ value }) => value).filter((_, i) => parameterOf(parameters, e.args, i)?.words);
}

function parsedOrNull(text: string): Statement | null {
  try {
    return parseStatement(text);
  } catch (error) {
    if (error instanceof ScriptError) return null;
    throw error;
  }
}
