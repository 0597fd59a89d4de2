import { ScriptError, type Span } from "../syntax";
import { nearestNames, suggestion } from "./nearest-name";

/** A mistake about an unknown name: it tells the known ones that are nearest, each with a mend, or else says `otherwise`. */
export function misspelled(
  span: Span,
  message: string,
  name: string,
  known: Iterable<string>,
  otherwise = "",
): ScriptError {
  const near = nearestNames(name, known);
  if (near.length === 0) return new ScriptError(span, message + otherwise);
  const mends = near.map((each) => ({
    label: `Write ${each}`,
    edits: [{ from: span.from, to: span.to, insert: each }],
  }));
  return new ScriptError(span, message + suggestion(near), mends);
}
