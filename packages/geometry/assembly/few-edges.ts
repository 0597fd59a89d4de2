import { heldFrom, unfold, unfoldToLeaves } from "./near-edges";
import { entriesFrom } from "./stack";

/** Tiles of no more places look at boxes by the lowest ones in them, unless these hold more edges; */
const SMALL: i32 = 256;
const LISTED: i32 = 4096;
/** and at those by their edges, unless they are more. */
const MANY: i32 = 160;
/** Tiles of no more places are not divided further. */
const TILE: i32 = 16;
/** Places times edges up to which a larger one is not, either; nor is a large one with so few edges. */
const WORTH: i32 = 1200;
const FEW: i32 = 2;

/**
 * Puts what boxes hold in their place, from some place of the stack on, where the tile that was narrowed last is small. Gives whether so
 * little is left that it is measured as it is.
 */
export function areFewLeft(from: usize, centre: v128, half: v128, places: i32): bool {
  let held = heldFrom(from);
  if (held > 0 && held <= LISTED && places <= SMALL) {
    unfoldToLeaves(from, centre, half);
    held = heldFrom(from);
    if (held > 0 && held <= MANY) {
      unfold(from, centre, half);
      held = 0;
    }
  }
  if (places <= TILE) return true;
  const edges = entriesFrom(from);
  return held === 0 && (edges <= FEW || places * edges <= WORTH);
}
