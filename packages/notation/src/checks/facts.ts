import type { Imported } from "../import/imported";
import type { Definition, Emission, PlanSettings } from "../sheet/evaluated";
import type { DefinitionStatement } from "../syntax";
import type { Finding, Found } from "./finding";

/** A sheet after its definitions were computed. */
export interface SheetFacts {
  script: string;
  plan: PlanSettings;
  definitions: readonly Definition[];
  emissions: readonly Emission[];
  statementOf(name: string): { statement: DefinitionStatement; text: string; from: number };
  /** What an attached file was read as; null where it cannot be read. */
  sourceOf(file: string): Imported["source"] | null;
}

/** A finding whose span counts from `from`, and whose mends are edits of the whole script. */
export interface SheetFinding extends Finding, SheetFound {}

/** The same as a check tells it. */
export interface SheetFound extends Found {
  from: number;
  /** Where all the statements begin that it is about, where these are several. */
  alike?: readonly number[];
}

/** Shapes and lists of shapes that no other shape is made from: what the sheet shows. */
export function shownDefinitions(definitions: readonly Definition[]): Definition[] {
  const used = new Set(
    definitions.flatMap(({ value, dependsOn }) => (value?.type === "shape" || value?.type === "list" ? dependsOn : [])),
  );
  return definitions.filter(({ name }) => !used.has(name));
}
