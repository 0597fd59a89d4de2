import type { Bounds } from "@vertexon/geometry";
import { type Extent, parseStatement, ScriptError, splitStatements, type TextEdit } from "../syntax";

/** The edits that let the plan's y go down or up. */
export function axisSenseEdits(script: string, yDown: boolean): TextEdit[] {
  const sense = `y ${yDown ? "down" : "up"}`;
  const plan = planStatement(script);
  if (!plan) return [{ from: 0, to: 0, insert: `plan 320 by 240, ${sense}\n` }];
  const written = /\by\s+(?:up|down)\b/.exec(plan.text);
  const at = plan.from + (written?.index ?? plan.y.greatest.to);
  if (written) return [{ from: at, to: at + written[0].length, insert: sense }];
  return [{ from: at, to: at, insert: `, ${sense}` }];
}

/** The edits that give the plan another size, in plan units; where it begins it stays. */
export function planSizeEdits(script: string, width: number, height: number): TextEdit[] {
  const plan = planStatement(script);
  if (!plan) return [{ from: 0, to: 0, insert: `plan ${width} by ${height}\n` }];
  const put = ({ least, greatest }: Extent, size: number): TextEdit => {
    const from = least ? Number(plan.text.slice(least.from, least.to)) : 0;
    return { from: plan.from + greatest.from, to: plan.from + greatest.to, insert: String(from + size) };
  };
  return [put(plan.x, width), put(plan.y, height)];
}

/** The edits that let the plan reach over a box, in plan units. */
export function planBoxEdits(script: string, { minX, minY, maxX, maxY }: Bounds): TextEdit[] {
  const along = (min: number, max: number): string => (min === 0 ? `${max}` : `${min} to ${max}`);
  const insert = `${along(minX, maxX)} by ${along(minY, maxY)}`;
  const plan = planStatement(script);
  if (!plan) return [{ from: 0, to: 0, insert: `plan ${insert}\n` }];
  const from = plan.from + (plan.x.least ?? plan.x.greatest).from;
  return [{ from, to: plan.from + plan.y.greatest.to, insert }];
}

function planStatement(script: string): { from: number; text: string; x: Extent; y: Extent } | null {
  for (const { from, text } of splitStatements(script)) {
    if (!/^plan\b/.test(text)) continue;
    try {
      const statement = parseStatement(text);
      if (statement.kind === "plan") return { from, text, x: statement.x, y: statement.y };
    } catch (error) {
      if (!(error instanceof ScriptError)) throw error;
    }
  }
  return null;
}
