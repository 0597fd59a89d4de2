import type { Ring } from "../../polygon";
import type { Form } from "../form";
import { points, polygonWriter, ringsIn } from "../polygon-text";

/** An object with the name and the polygons (RFC 8259). */
export const json: Form = {
  title: "JSON",
  ending: "json",
  mediaType: "application/json",
  ...polygonWriter((polygons, number, name) => {
    const ring = (r: Ring): string => `[${points(r, number, (x, y) => `[${x}, ${y}]`).join(", ")}]`;
    const blocks = polygons.map(
      ({ outer, holes }) => `    { "outer": ${ring(outer)},\n      "holes": [${holes.map(ring).join(",\n        ")}] }`,
    );
    return `{ "name": ${JSON.stringify(name)},\n  "polygons": [\n${blocks.join(",\n")}\n  ] }\n`;
  }),
  read: (text) => ringsIn(JSON.parse(text).polygons),
};
