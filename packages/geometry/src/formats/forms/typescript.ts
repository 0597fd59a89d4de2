import type { Ring } from "../../polygon";
import type { Form } from "../form";
import { polygonWriter, ringsIn, rows } from "../polygon-text";

/** Polygons as an array literal: an outer ring, then its holes. */
export const typescript: Form = {
  title: "TypeScript",
  ending: "ts",
  mediaType: "text/typescript",
  ...polygonWriter((polygons, number, name) => {
    const ring = (r: Ring, indent: string): string => `[\n${rows(r, number, `${indent}  `, "[", "]")}\n${indent}]`;
    const blocks = polygons.map(({ outer, holes }) => {
      const inner = holes.map((hole) => `\n      ${ring(hole, "      ")},`).join("");
      return `  {\n    outer: ${ring(outer, "    ")},\n    holes: [${inner}${inner ? "\n    " : ""}],\n  },\n`;
    });
    const type = "{ outer: [number, number][]; holes: [number, number][][] }[]";
    return `export const ${name}: ${type} = [\n${blocks.join("")}];\n`;
  }),
  read(text) {
    const literal = text.slice(text.indexOf("] = ") + 4, text.lastIndexOf(";"));
    return ringsIn(JSON.parse(literal.replace(/(outer|holes):/g, '"$1":').replace(/,(\s*[\]}])/g, "$1")));
  },
};
