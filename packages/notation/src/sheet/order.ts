import { type Expression, partsOf, type Statement } from "../syntax";

/** The definitions and functions of a sheet, as far as their order needs them. */
interface Named {
  definitions: ReadonlyMap<string, { statement: Statement }>;
  functions: ReadonlyMap<string, { statement: Statement }>;
}

/**
 * The names of definitions with all that they mention, each after those that it mentions, directly or through functions of the sheet; in a circle
 * the order is that of the script. So evaluation goes no deeper than one definition at a time, however long a chain is.
 */
export function evaluationOrder(sheet: Named, names: Iterable<string> = sheet.definitions.keys()): string[] {
  const order: string[] = [];
  const seen = new Set<string>();
  for (const root of names) {
    if (seen.has(root)) continue;
    seen.add(root);
    const open = [{ name: root, mentioned: mentionedBy(root, sheet), next: 0 }];
    while (open.length) {
      const top = open[open.length - 1];
      const name = top.mentioned[top.next++];
      if (name === undefined) order.push(open.pop()!.name);
      else if (!seen.has(name)) {
        seen.add(name);
        open.push({ name, mentioned: mentionedBy(name, sheet), next: 0 });
      }
    }
  }
  return order;
}

/** The definitions that one mentions, through functions as well. */
function mentionedBy(name: string, { definitions, functions }: Named): string[] {
  const mentioned = new Set<string>();
  const called = new Set<string>();
  const open = [definitions.get(name)!.statement];
  for (let statement = open.pop(); statement; statement = open.pop()) {
    const words = wordsOf(statement);
    for (const each of words.names) if (definitions.has(each)) mentioned.add(each);
    for (const each of words.calls) {
      const body = functions.get(each);
      if (!body || called.has(each)) continue;
      called.add(each);
      open.push(body.statement);
    }
  }
  return [...mentioned];
}

interface Words {
  names: string[];
  calls: string[];
}

const known = new WeakMap<Statement, Words>();

function wordsOf(statement: Statement): Words {
  let words = known.get(statement);
  if (!words) {
    words = { names: [], calls: [] };
    for (const expression of expressionsOf(statement)) gather(expression, words);
    known.set(statement, words);
  }
  return words;
}

function expressionsOf(statement: Statement): Expression[] {
  if (statement.kind === "definition")
    return statement.range ? [statement.value, statement.range.least, statement.range.greatest] : [statement.value];
  if (statement.kind !== "function") return [];
  return [statement.body, ...statement.parameters.flatMap((parameter) => parameter.default ?? [])];
}

function gather(root: Expression, words: Words): void {
  const open = [root];
  for (let e = open.pop(); e; e = open.pop()) {
    if (e.kind === "name") words.names.push(e.name);
    else if (e.kind === "call") words.calls.push(e.name);
    open.push(...partsOf(e));
    if (e.kind === "each") open.push(e.body);
  }
}
