import { splitStatements } from "../syntax";

/**
 * The script in its tidy form: no white space at line ends, continued lines indented by two, at most one empty line in
 * a row, the equals signs of neighbouring definitions in one column. Only white space changes, and none inside quoted
 * texts or comments; statements that do not fit the grammar are tidied alike.
 */
export function formatScript(script: string): string {
  const quoted = quotedLines(script);
  const starts = new Set(splitStatements(script).map(({ from }) => script.lastIndexOf("\n", from - 1) + 1));
  let at = 0;
  const lines = script.split("\n").map((line, i) => {
    const isStart = starts.has(at);
    at += line.length + 1;
    // Inside a quoted text every character counts but those before the first line's end.
    if (quoted[i].begins) return quoted[i].ends ? line : line.trimEnd();
    const content = quoted[i].ends ? line.trim() : line.trimStart();
    if (content === "" || isStart || content.startsWith(")") || /^\/\//.test(line)) return content;
    return content.startsWith("//") && !isStart ? content : `  ${content}`;
  });
  return `${alignEquals(lines)
    .join("\n")
    .replace(/\n{3,}/g, "\n\n")
    .trim()}\n`;
}

/** Whether each line begins, and ends, outside quoted text (`begins` and `ends` are true inside and outside). */
function quotedLines(script: string): { begins: boolean; ends: boolean }[] {
  let inside = false;
  return script.split("\n").map((line) => {
    const begins = inside;
    for (let i = 0; i < line.length; i++) {
      if (line[i] === '"') inside = !inside;
      else if (!inside && line.startsWith("//", i)) break;
    }
    return { begins, ends: !inside };
  });
}

const DEFINITION = /^([A-Za-z_]\w*)[ \t]*=(?!=)[ \t]*/;

function alignEquals(lines: readonly string[]): string[] {
  const result = [...lines];
  for (let i = 0; i < lines.length; i++) {
    let end = i;
    let longest = 0;
    // A block ends at an empty line, and at any first column that begins no definition.
    for (; end < lines.length && lines[end] !== "" && (DEFINITION.test(lines[end]) || /^[\s)]/.test(lines[end])); end++)
      longest = Math.max(longest, DEFINITION.exec(lines[end])?.[1].length ?? 0);
    for (let k = i; k < end; k++)
      result[k] = lines[k].replace(DEFINITION, (_, name: string) => `${name.padEnd(longest)} = `);
    i = Math.max(i, end - 1);
  }
  return result;
}
