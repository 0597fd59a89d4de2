import { type Expression, parseStatement, ScriptError, splitStatements, type TextEdit } from "./syntax";

/** The edits that let the plan's y go down or up. */
export function axisSenseEdits(script: string, yDown: boolean): TextEdit[] {
  const sense = `y ${yDown ? "down" : "up"}`;
  const plan = planStatement(script);
  if (!plan) return [{ from: 0, to: 0, insert: `plan 320 by 240, ${sense}\n` }];
  const written = /\by\s+(?:up|down)\b/.exec(plan.text);
  const at = plan.from + (written?.index ?? plan.height.to);
  if (written) return [{ from: at, to: at + written[0].length, insert: sense }];
  return [{ from: at, to: at, insert: `, ${sense}` }];
}

/** The edits that give the plan another size, in plan units. */
export function planSizeEdits(script: string, width: number, height: number): TextEdit[] {
  const plan = planStatement(script);
  if (!plan) return [{ from: 0, to: 0, insert: `plan ${width} by ${height}\n` }];
  const put = ({ from, to }: Expression, value: number): TextEdit => ({
    from: plan.from + from,
    to: plan.from + to,
    insert: String(value),
  });
  return [put(plan.width, width), put(plan.height, height)];
}

function planStatement(script: string): { from: number; text: string; width: Expression; height: Expression } | null {
  for (const { from, text } of splitStatements(script)) {
    if (!/^plan\b/.test(text)) continue;
    try {
      const statement = parseStatement(text);
      if (statement.kind === "plan") return { from, text, width: statement.width, height: statement.height };
    } catch (error) {
      if (!(error instanceof ScriptError)) throw error;
    }
  }
  return null;
}
