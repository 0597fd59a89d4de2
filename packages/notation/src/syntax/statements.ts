/** A statement's text and where it begins in the script. Positions inside a statement count from `from`. */
export interface StatementText {
  from: number;
  text: string;
}

/**
 * Cuts a script into statements by the rule of grammar/newline.ts: a line that begins in its first column begins a
 * statement, unless it begins with a closing bracket or inside a quoted text. Comment lines between are left out.
 * Cutting first keeps a mistake in one statement from spoiling the next, and unchanged statements need no new parse.
 */
export function splitStatements(script: string): StatementText[] {
  const statements: StatementText[] = [];
  let from = -1;
  let end = 0;
  let quoted = false;
  const finish = (): void => {
    if (from >= 0) statements.push({ from, text: script.slice(from, end) });
    from = -1;
  };
  for (let at = 0; at < script.length; ) {
    const lineEnd = endOfLine(script, at);
    const line = script.slice(at, lineEnd);
    const content = line.trim();
    const isComment = !quoted && content.startsWith("//");
    if (content && !isComment) {
      const begins = !quoted && !/^[\s)]/.test(line);
      if (begins || from < 0) {
        finish();
        from = at + line.length - line.trimStart().length;
      }
      quoted = quotedAfter(line, quoted);
      end = at + line.trimEnd().length;
    }
    at = lineEnd + 1;
  }
  finish();
  return statements;
}

function endOfLine(script: string, from: number): number {
  const at = script.indexOf("\n", from);
  return at < 0 ? script.length : at;
}

function quotedAfter(line: string, quotedBefore: boolean): boolean {
  let quoted = quotedBefore;
  for (let i = 0; i < line.length; i++) {
    if (line[i] === '"') quoted = !quoted;
    else if (!quoted && line.startsWith("//", i)) break;
  }
  return quoted;
}
