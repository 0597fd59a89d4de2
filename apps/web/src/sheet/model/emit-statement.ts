import { type HandoffFormat, handoffForms } from "@vertexon/geometry";

/** The statement that keeps how a shape is handed off. */
export function emitStatement(name: string, format: HandoffFormat, decimals: number, file: string): string {
  return `emit ${name} as ${format}, decimals ${decimals}, to "${file}"`;
}

/** A file's name with the usual ending of a format. */
export function withEnding(file: string, format: HandoffFormat): string {
  return file.replace(/\.[^.]*$|$/, `.${handoffForms[format].ending}`);
}
