import { neededContext } from "./context";
import type { Picked } from "./handles";
import type { NamedShape } from "./scene";

/** What the user is at: the chosen shape, the vertex or handle picked on the plan, the name clicked in the script. */
export interface Choice {
  /** The name of a definition, or of an item of one. */
  chosen: string | null;
  /** The shape that the station is about. */
  shape: NamedShape | null;
  picked: Picked | null;
  clickedName: ClickedName | null;
  /** Chooses a shape, and turns the script to it. */
  choose(name: string): void;
  /** Chooses it where the script is left alone. */
  take(name: string): void;
  pick(picked: Picked | null): void;
}

/** The name in the script that was clicked last, and how many clicks there were. */
export interface ClickedName {
  name: string;
  times: number;
}

export const [ChoiceContext, useChoice] = neededContext<Choice>();
