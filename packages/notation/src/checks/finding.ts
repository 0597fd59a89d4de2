import type { Mark } from "../sheet/evaluated";
import type { DefinitionStatement, Mend, Span } from "../syntax";
import type { Value } from "../values";

/** Something that computes but is hardly meant. Places count from the beginning of the definition's statement. */
export interface Finding extends Found {
  /** The check that found it. */
  kind: string;
}

/** A finding as a check tells it. */
export interface Found {
  span: Span;
  message: string;
  mends: Mend[];
  marks: Mark[];
}

/** A definition that was computed. */
export interface Checked {
  statement: DefinitionStatement;
  text: string;
  value: Value;
}
