import { MEETS, meetAsGiven } from "../grid/near-edge";
import { count, crossing, firstEdge, given, secondEdge } from "./workspace";

/** How far edges are bent at most, in steps: to the pixels of their count.crossings. Null where one would miss such a pixel. */
export function movedByBending(): number | null {
  let most = 0;
  for (let c = 0; c < count.crossings; c++) {
    one[0] = c;
    for (let k = 0; k < 2; k++) {
      meetAsGiven(given, k === 0 ? firstEdge[c] : secondEdge[c], crossing, one, 0, 1, how, distance);
      if (how[0] !== MEETS) return null;
      if (distance[0] > most) most = distance[0];
    }
  }
  return most;
}

const one = Int32Array.of(0);
const how = new Uint8Array(1);
const distance = new Float64Array(1);
