import type { Operand } from "../../polygon";
import { type FormNumbers, numbersOfKind } from "./form-numbers";

/** Edges at most, as packages/geometry/assembly/polygon.ts has it. */
const MOST_EDGES = 128;

/** Coordinates, and lengths of edges, also along y, whose products keep their digits. */
const GREATEST = 1e120;
const LEAST = 1e-120;

/** Numbers before the edges, and of each of them, which lie in pairs: each number of the first one before that of the second. */
const HEAD = 2;
const EDGE = 7;

/** What the compiled part takes a polygon of few edges by, which must be its boundary; null for others. */
export function polygonNumbers({ rings, fillRule }: Operand): FormNumbers | null {
  const count = rings.reduce((sum, ring) => sum + ring.length / 2, 0);
  if (count === 0 || count > MOST_EDGES) return null;
  const numbers = new Float64Array(HEAD + 2 * EDGE * Math.ceil(count / 2));
  let size = 0;
  let edges = 0;
  const add = (edge: number[]): void => {
    const at = HEAD + EDGE * (edges - (edges % 2)) + (edges % 2);
    for (let k = 0; k < EDGE; k++) numbers[at + 2 * k] = edge[k];
    edges++;
  };
  for (const ring of rings)
    for (let i = 0; i < ring.length; i += 2) {
      const j = i + 2 < ring.length ? i + 2 : 0;
      const [dx, dy] = [ring[j] - ring[i], ring[j + 1] - ring[i + 1]];
      size = Math.max(size, Math.abs(ring[i]), Math.abs(ring[i + 1]));
      const square = dx * dx + dy * dy;
      const isPoint = dx === 0 && dy === 0;
      if (!isPoint && (square < LEAST * LEAST || (dy !== 0 && Math.abs(dy) < LEAST))) return null;
      add([ring[i], ring[i + 1], dx, dy, isPoint ? 0 : 1 / square, ring[j], ring[j + 1]]);
    }
  const [x, y] = [numbers[HEAD], numbers[HEAD + 2]];
  // Beside the last one of an odd number a vertex, as an edge without a length.
  if (count % 2) add([x, y, 0, 0, 0, x, y]);
  if (!(size < GREATEST)) return null;
  numbers[0] = fillRule === "evenodd" ? 1 : 0;
  numbers[1] = size;
  return numbersOfKind(11, numbers);
}
