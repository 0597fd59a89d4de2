import { allRings, type MultiPolygon, type Ring } from "../polygon";
import { effectOfRounding, plainNumber, requireDecimals } from "./decimals";
import type { Handoff, HandoffFormat, HandoffOptions } from "./handoff";

/** Formats that know straight edges only, and not where they come from. */
export type PolygonFormat = Exclude<HandoffFormat, "svg-curves" | "edge-table">;

/** Writes polygons in a format of straight edges. Throws RangeError for a count of decimals out of range. */
export function writePolygons(format: PolygonFormat, polygons: MultiPolygon, options: HandoffOptions): Handoff {
  const { decimals } = options;
  requireDecimals(decimals);
  const number = (value: number): string => plainNumber(value, decimals);
  const name = options.name.replace(/[^A-Za-z0-9_]/g, "_").replace(/^(?=\d|$)/, "_");
  const rings = allRings(polygons);
  return {
    text: WRITERS[format](polygons, number, name),
    vertices: rings.reduce((sum, ring) => sum + ring.length / 2, 0),
    ...effectOfRounding(rings, decimals),
  };
}

type NumberText = (value: number) => string;

const WRITERS: Record<PolygonFormat, (polygons: MultiPolygon, number: NumberText, name: string) => string> = {
  typescript(polygons, number, name) {
    const ring = (r: Ring, indent: string): string => `[\n${rows(r, number, `${indent}  `, "[", "]")}\n${indent}]`;
    const blocks = polygons.map(({ outer, holes }) => {
      const inner = holes.map((hole) => `\n      ${ring(hole, "      ")},`).join("");
      return `  {\n    outer: ${ring(outer, "    ")},\n    holes: [${inner}${inner ? "\n    " : ""}],\n  },\n`;
    });
    const type = "{ outer: [number, number][]; holes: [number, number][][] }[]";
    return `export const ${name}: ${type} = [\n${blocks.join("")}];\n`;
  },
  "c-array"(polygons, number, name) {
    const rings = allRings(polygons);
    if (rings.length === 0) return `/* ${name}: empty, no rings */\n`;
    const starts = [0];
    for (const ring of rings) starts.push(starts[starts.length - 1] + ring.length / 2);
    const firstRings = [0];
    for (const { holes } of polygons) firstRings.push(firstRings[firstRings.length - 1] + 1 + holes.length);
    const body = rings.map((ring) => rows(ring, number, "  ", "{", "}")).join(",\n");
    return [
      `/* ${name}: ${polygons.length} polygon(s), ${rings.length} ring(s); an outer ring, then its holes; rings are implicitly closed */`,
      `static const double ${name}_vertices[${starts[rings.length]}][2] = {\n${body}\n};`,
      "/* vertices of ring r: ring_starts[r] up to, not including, ring_starts[r + 1] */",
      `static const unsigned ${name}_ring_starts[${rings.length + 1}] = { ${starts.join(", ")} };`,
      "/* rings of polygon p: polygon_starts[p] up to, not including, polygon_starts[p + 1] */",
      `static const unsigned ${name}_polygon_starts[${polygons.length + 1}] = { ${firstRings.join(", ")} };\n`,
    ].join("\n");
  },
  json(polygons, number, name) {
    const ring = (r: Ring): string => `[${points(r, number, (x, y) => `[${x}, ${y}]`).join(", ")}]`;
    const blocks = polygons.map(
      ({ outer, holes }) => `    { "outer": ${ring(outer)},\n      "holes": [${holes.map(ring).join(",\n        ")}] }`,
    );
    return `{ "name": ${JSON.stringify(name)},\n  "polygons": [\n${blocks.join(",\n")}\n  ] }\n`;
  },
  "svg-path"(polygons, number) {
    return `${allRings(polygons)
      .map((ring) => `M ${points(ring, number, (x, y) => `${x} ${y}`).join(" L ")} Z`)
      .join("\n")}\n`;
  },
  wkt(polygons, number) {
    const ring = (r: Ring): string => {
      const all = points(r, number, (x, y) => `${x} ${y}`);
      return `(${[...all, all[0]].join(", ")})`;
    };
    const bodies = polygons.map(({ outer, holes }) => `(${[outer, ...holes].map(ring).join(", ")})`);
    if (bodies.length === 0) return "MULTIPOLYGON EMPTY\n";
    return bodies.length === 1 ? `POLYGON ${bodies[0]}\n` : `MULTIPOLYGON (${bodies.join(", ")})\n`;
  },
};

function points(ring: Ring, number: NumberText, write: (x: string, y: string) => string): string[] {
  return Array.from({ length: ring.length / 2 }, (_, i) => write(number(ring[2 * i]), number(ring[2 * i + 1])));
}

/** Points a few to a row, so that a long array stays readable. */
function rows(ring: Ring, number: NumberText, indent: string, open: string, close: string): string {
  const all = points(ring, number, (x, y) => `${open}${x}, ${y}${close}`);
  const lines: string[] = [];
  for (let i = 0; i < all.length; i += 3) lines.push(indent + all.slice(i, i + 3).join(", "));
  return lines.join(",\n");
}
