import { filled, type Operand } from "../polygon";
import { BOUNDARY, crossing } from "./crossing";
import type { Location } from "./location-index";

/** Where (x, y) lies in a shape. Linear in the number of edges; see {@link locationIndex} for many questions. */
export function locatePoint(x: number, y: number, shape: Operand): Location {
  let winding = 0;
  for (const ring of shape.rings) {
    const n = ring.length;
    for (let i = 0; i < n; i += 2) {
      const j = i + 2 < n ? i + 2 : 0;
      const turn = crossing(x, y, ring[i], ring[i + 1], ring[j], ring[j + 1]);
      if (turn === BOUNDARY) return { side: "boundary", winding: 0 };
      winding += turn;
    }
  }
  return { side: filled(winding, shape.fillRule) ? "inside" : "outside", winding };
}
