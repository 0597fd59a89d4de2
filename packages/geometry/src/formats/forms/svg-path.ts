import { parsePathData } from "../../path";
import { allRings } from "../../polygon";
import type { Form } from "../form";
import { points, polygonWriter } from "../polygon-text";

/** Path data of straight lines: https://www.w3.org/TR/SVG2/paths.html */
export const svgPath: Form = {
  title: "SVG path data",
  ending: "txt",
  mediaType: "text/plain",
  ...polygonWriter((polygons, number) => {
    return `${allRings(polygons)
      .map((ring) => `M ${points(ring, number, (x, y) => `${x} ${y}`).join(" L ")} Z`)
      .join("\n")}\n`;
  }),
  read: (text) =>
    parsePathData(text).subpaths.map(({ x, y, segments }) => [x, y, ...segments.flatMap(({ x1, y1 }) => [x1, y1])]),
};
