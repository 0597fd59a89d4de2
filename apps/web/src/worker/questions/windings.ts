import { cleaned, combine, inscribedCircle, type MultiPolygon, operandOf, type Ring } from "@vertexon/geometry";
import type { AskedSheet } from "../asked-sheet";
import { writtenOperand } from "./why";

export interface WindingsView {
  /** For each region around which the outline runs equally often, a place well inside it, and how often that is. */
  places: { x: number; y: number; winding: number }[];
  /** Whether there are windings beyond those that were looked for. */
  isCut: boolean;
}

/** Winding numbers up to this, either way. */
const MOST = 9;
/** How close to the middle of a region its number stands, as a part of what there is room for. */
const CLOSE = 0.1;

/** The winding number of every region of an outline as it was written; null for what is no shape. */
export function windings(sheet: AskedSheet, { name }: { name: string }): WindingsView | null {
  const shape = sheet.shape(name);
  if (!shape) return null;
  const { rings } = writtenOperand(shape);
  const turned = rings.map(reversed);
  const up = numbered(rings, 1);
  const down = numbered(turned, -1);
  return { places: [...up.places, ...down.places], isCut: up.isCut || down.isCut };
}

/** Those of one sign: around which the outline runs at least so often, but not once more. */
function numbered(rings: Ring[], sign: 1 | -1): WindingsView {
  const places: WindingsView["places"] = [];
  let outer: MultiPolygon = cleaned(rings, { atLeast: 1 }).polygons;
  for (let count = 1; outer.length > 0; count++) {
    if (count > MOST) return { places, isCut: true };
    const inner = cleaned(rings, { atLeast: count + 1 }).polygons;
    for (const polygon of combine("difference", operandOf(outer), operandOf(inner)).polygons) {
      const room = inscribedCircle(operandOf([polygon]), CLOSE);
      if (room) places.push({ x: room.x, y: room.y, winding: sign * count });
    }
    outer = inner;
  }
  return { places, isCut: false };
}

function reversed(ring: Ring): Ring {
  const n = ring.length / 2;
  return ring.map((_, i) => ring[2 * (n - 1 - (i >> 1)) + (i & 1)]);
}
