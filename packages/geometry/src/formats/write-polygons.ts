import type { EdgeSources } from "../curved";
import { type Path, writePathData } from "../path";
import { allRings, type MultiPolygon, type Ring } from "../polygon";

/** The formats by their names in the notation, with a title and the usual file ending. */
export const handoffFormats = {
  typescript: { title: "TypeScript", ending: "ts" },
  "c-array": { title: "C array", ending: "h" },
  json: { title: "JSON", ending: "json" },
  "svg-path": { title: "SVG path data", ending: "txt" },
  "svg-curves": { title: "SVG curves", ending: "txt" },
  wkt: { title: "WKT", ending: "wkt" },
  "edge-table": { title: "Edge table", ending: "csv" },
} as const;

export type HandoffFormat = keyof typeof handoffFormats;

export interface HandoffOptions {
  /** The name in the program; characters that no identifier may hold become underscores. */
  name: string;
  /** Digits after the decimal point, 0 to 17. */
  decimals: number;
}

export interface Handoff {
  text: string;
  vertices: number;
  /** No vertex moved further than this when it was rounded, in plan units. */
  rounding: number;
  /** Vertices that became equal to the one before them in their ring. */
  merged: number;
}

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

/**
 * Writes outlines as SVG path data with their curves; vertices are the ends of segments. Throws RangeError for a count of
 * decimals out of range.
 */
export function writeCurves(path: Path, { decimals }: Pick<HandoffOptions, "decimals">): Handoff {
  requireDecimals(decimals);
  const rings = path.subpaths.map(({ segments }) => Float64Array.from(segments.flatMap((s) => [s.x0, s.y0])));
  return {
    text: `${writePathData(path, (value) => plainNumber(value, decimals))}\n`,
    vertices: rings.reduce((sum, ring) => sum + ring.length / 2, 0),
    ...effectOfRounding(rings, decimals),
  };
}

/** Digits of parameters in an edge table. */
const PARAMETER_DECIMALS = 9;

/**
 * Writes the edges of polygons as a table (RFC 4180) with what each stands for: `sources` tells it ring by ring, each
 * polygon's outer ring, then its holes. Polygons, rings (0 for the outer one), edges, subpaths and segments are counted
 * from 0; parameters run backwards where an edge runs against its segment. Throws RangeError for a count of decimals out of
 * range.
 */
export function writeEdgeTable(
  polygons: MultiPolygon,
  sources: readonly EdgeSources<string>[],
  { decimals }: Pick<HandoffOptions, "decimals">,
): Handoff {
  requireDecimals(decimals);
  const number = (value: number): string => plainNumber(value, decimals);
  const parameter = (value: number): string => plainNumber(value, PARAMETER_DECIMALS);
  const lines = ["polygon,ring,edge,x0,y0,x1,y1,source,subpath,segment,from,to"];
  let of = 0;
  polygons.forEach(({ outer, holes }, polygon) => {
    [outer, ...holes].forEach((vertices, ring) => {
      const { curves, curve, from, to } = sources[of++];
      for (let i = 0; i < vertices.length; i += 2) {
        const j = (i + 2) % vertices.length;
        const ends = [vertices[i], vertices[i + 1], vertices[j], vertices[j + 1]].map(number);
        const edge = i / 2;
        const { attached, subpath, index } = curves[curve[edge]];
        const range = [parameter(from[edge]), parameter(to[edge])];
        lines.push([polygon, ring, edge, ...ends, quoted(attached), subpath, index, ...range].join());
      }
    });
  });
  const rings = allRings(polygons);
  return { text: `${lines.join("\r\n")}\r\n`, vertices: lines.length - 1, ...effectOfRounding(rings, decimals) };
}

/** A field of a table. */
function quoted(text: string): string {
  return /[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
}

function requireDecimals(decimals: number): void {
  if (!Number.isInteger(decimals) || decimals < 0 || decimals > 17)
    throw new RangeError(`decimals must be a whole number from 0 to 17, not ${decimals}`);
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

/** Decimal without an exponent, without trailing zeros, without −0. */
function plainNumber(value: number, decimals: number): string {
  if (Math.abs(value) >= 1e21) return BigInt(value).toString();
  const text = value.toFixed(decimals);
  const short = text.includes(".") ? text.replace(/\.?0+$/, "") : text;
  return short === "-0" ? "0" : short;
}

function effectOfRounding(rings: readonly Ring[], decimals: number): { rounding: number; merged: number } {
  let rounding = 0;
  let merged = 0;
  for (const ring of rings) {
    const n = ring.length;
    const rounded = Float64Array.from(ring, (value) => Number(plainNumber(value, decimals)));
    for (let i = 0; i < n; i += 2) {
      rounding = Math.max(rounding, Math.hypot(rounded[i] - ring[i], rounded[i + 1] - ring[i + 1]));
      const before = (i + n - 2) % n;
      if (rounded[i] === rounded[before] && rounded[i + 1] === rounded[before + 1]) merged++;
    }
  }
  return { rounding, merged };
}
