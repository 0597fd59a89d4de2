import type { Ring } from "../../polygon";
import type { Form } from "../form";
import { points, polygonWriter } from "../polygon-text";

/** Well-known text (OGC 06-103r4, section 7): rings end where they begin. */
export const wkt: Form = {
  title: "WKT",
  ending: "wkt",
  mediaType: "text/plain",
  ...polygonWriter((polygons, number) => {
    const ring = (r: Ring): string => {
      const all = points(r, number, (x, y) => `${x} ${y}`);
      return `(${[...all, all[0]].join(", ")})`;
    };
    const bodies = polygons.map(({ outer, holes }) => `(${[outer, ...holes].map(ring).join(", ")})`);
    if (bodies.length === 0) return "MULTIPOLYGON EMPTY\n";
    return bodies.length === 1 ? `POLYGON ${bodies[0]}\n` : `MULTIPOLYGON (${bodies.join(", ")})\n`;
  }),
  read: (text) => [...text.matchAll(/\(([^()]+)\)/g)].map(([, ring]) => ring.split(/[ ,]+/).map(Number).slice(0, -2)),
};
