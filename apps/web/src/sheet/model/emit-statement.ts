import { formOf, type HandoffFormat } from "@vertexon/geometry";
import { type HandoffOptions, optionsText } from "@vertexon/notation";

/** The statement that keeps how something is handed off. */
export function emitStatement(
  targets: readonly string[],
  format: HandoffFormat,
  options: HandoffOptions,
  file: string,
): string {
  const what = targets.length ? `${targets.join(", ")} ` : "";
  return `emit ${what}as ${format}, ${optionsText(options)}, to "${file}"`;
}

/** A file's name with the usual ending of a form. */
export function withEnding(file: string, format: HandoffFormat): string {
  return file.replace(/\.[^.]*$|$/, `.${formOf(format).ending}`);
}
