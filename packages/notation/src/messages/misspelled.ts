import { ScriptError, type Span } from "../syntax";
import { nearestName } from "./nearest-name";

/** A mistake about an unknown name: it tells the known one that is nearest, with a mend, or else says `otherwise`. */
export function misspelled(
  span: Span,
  message: string,
  name: string,
  known: Iterable<string>,
  otherwise = "",
): ScriptError {
  const near = nearestName(name, known);
  if (!near) return new ScriptError(span, message + otherwise);
  const mend = { label: `Write ${near}`, edits: [{ from: span.from, to: span.to, insert: near }] };
  return new ScriptError(span, `${message}; did you mean "${near}"?`, [mend]);
}
