import { allRings, type MultiPolygon, type Ring } from "../polygon";
import { effectOfRounding, plainNumber, requireDecimals } from "./decimals";
import type { Form } from "./form";

export type NumberText = (value: number) => string;

/** How forms of straight edges are written: from the polygons, their rounded numbers and a name that programs take. */
export function polygonWriter(
  text: (polygons: MultiPolygon, number: NumberText, name: string) => string,
): Pick<Form, "keepsCurves" | "write"> {
  return {
    keepsCurves: false,
    write({ polygons }, { name, decimals }) {
      requireDecimals(decimals);
      const rings = allRings(polygons);
      const identifier = name.replace(/[^A-Za-z0-9_]/g, "_").replace(/^(?=\d|$)/, "_");
      return {
        text: text(polygons, (value) => plainNumber(value, decimals), identifier),
        vertices: rings.reduce((sum, ring) => sum + ring.length / 2, 0),
        ...effectOfRounding(rings, decimals),
      };
    },
  };
}

export function points(ring: Ring, number: NumberText, write: (x: string, y: string) => string): string[] {
  return Array.from({ length: ring.length / 2 }, (_, i) => write(number(ring[2 * i]), number(ring[2 * i + 1])));
}

/** Polygons as they stand in JSON, ring by ring. */
export function ringsIn(polygons: readonly { outer: number[][]; holes: number[][][] }[]): number[][] {
  return polygons.flatMap(({ outer, holes }) => [outer, ...holes].map((ring) => ring.flat()));
}

/** Points a few to a row, so that a long array stays readable. */
export function rows(ring: Ring, number: NumberText, indent: string, open: string, close: string): string {
  const all = points(ring, number, (x, y) => `${open}${x}, ${y}${close}`);
  const lines: string[] = [];
  for (let i = 0; i < all.length; i += 3) lines.push(indent + all.slice(i, i + 3).join(", "));
  return lines.join(",\n");
}
