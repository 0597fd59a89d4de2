import { parsePathData, writePathData } from "../../path";
import { numberText } from "../decimals";
import { DOUBLES, type Form, SHAPES } from "../form";
import { linesOfPathData } from "./svg-path";

/** Path data with the true curves; vertices are the ends of segments: https://www.w3.org/TR/SVG2/paths.html */
export const svgCurves: Form = {
  title: "SVG curves",
  group: "drawings and style sheets",
  ending: "txt",
  mediaType: "text/plain",
  keepsCurves: true,
  holds: { kinds: SHAPES, open: true, names: false },
  layouts: [],
  numbers: DOUBLES,
  write(figures, style) {
    const number = numberText(style);
    return figures
      .map((figure) => writePathData(figure.curves(), number))
      .filter((data) => data !== "")
      .map((data) => `${data}\n`)
      .join("");
  },
  read: (content) => {
    const data = String(content);
    return [{ lines: linesOfPathData(data), path: parsePathData(data) }];
  },
};
