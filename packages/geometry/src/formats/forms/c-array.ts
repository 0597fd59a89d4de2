import { allRings } from "../../polygon";
import type { Form } from "../form";
import { polygonWriter, rows } from "../polygon-text";

/** Vertices as one array of doubles, with the starts of rings and of polygons. */
export const cArray: Form = {
  title: "C array",
  ending: "h",
  mediaType: "text/x-c",
  ...polygonWriter((polygons, number, name) => {
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
  }),
  read(text) {
    const numbers = (name: string): number[] => {
      const [, body = ""] = new RegExp(`_${name}\\[[^=]*= \\{([^;]*)\\};`).exec(text) ?? [];
      return [...body.matchAll(/-?[\d.]+/g)].map(Number);
    };
    const [vertices, starts] = [numbers("vertices"), numbers("ring_starts")];
    return starts.slice(1).map((end, i) => vertices.slice(2 * starts[i], 2 * end));
  },
};
