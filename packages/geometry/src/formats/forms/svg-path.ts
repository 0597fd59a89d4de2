import { parsePathData } from "../../path";
import { numberText } from "../decimals";
import { DOUBLES, type Form, type ReadFigure, SHAPES } from "../form";
import { pointTexts } from "../text";

/** Path data of straight lines: https://www.w3.org/TR/SVG2/paths.html */
export const svgPath: Form = {
  title: "SVG path data",
  group: "drawings and style sheets",
  ending: "txt",
  mediaType: "text/plain",
  keepsCurves: false,
  holds: { kinds: SHAPES, open: true, names: false },
  layouts: [],
  numbers: DOUBLES,
  write: (figures, style) => {
    const number = numberText(style);
    const lines = figures.flatMap((figure) => figure.lines.filter(({ vertices }) => vertices.length > 0));
    return lines
      .map((line) => `M ${pointTexts(line, number, (x, y) => `${x} ${y}`).join(" L ")}${line.closed ? " Z" : ""}\n`)
      .join("");
  },
  read: (content) => [{ lines: linesOfPathData(String(content)) }],
};

/** The ends of the segments of path data, subpath by subpath. */
export function linesOfPathData(data: string): ReadFigure["lines"] {
  return parsePathData(data).subpaths.map(({ x, y, segments, closed }) => {
    return { points: [x, y, ...segments.flatMap(endOf)], closed };
  });
}

function endOf(segment: ReturnType<typeof parsePathData>["subpaths"][number]["segments"][number]): [number, number] {
  if (segment.kind === "cubic") return [segment.x3, segment.y3];
  if (segment.kind === "quadratic" || segment.kind === "rational") return [segment.x2, segment.y2];
  return [segment.x1, segment.y1];
}
