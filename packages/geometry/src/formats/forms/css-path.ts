import { parsePathData, writePathData } from "../../path";
import { numberText } from "../decimals";
import { DOUBLES, type Form, SHAPES } from "../form";
import { linesOfPathData } from "./svg-path";

/** A rule for each shape that clips to it with its true curves, in px (CSS Shapes 1, path()). */
export const cssPath: Form = {
  title: "CSS path",
  group: "drawings and style sheets",
  ending: "css",
  mediaType: "text/css",
  keepsCurves: true,
  holds: { kinds: SHAPES, open: false, names: true, empty: false },
  layouts: [],
  numbers: DOUBLES,
  axis: "down",
  isBox: true,
  hasBoxLengths: true,
  hasShares: false,
  remark: (figures) =>
    figures.some(({ boxLengths }) => boxLengths.size > 0)
      ? "path() holds px only: shares of the box come out as lengths"
      : null,
  write(figures, style) {
    const number = numberText(style);
    const data = (figure: (typeof figures)[number]): string =>
      writePathData(figure.curves(), number).replaceAll("\n", " ");
    return figures.map((each) => `.${each.name} {\n  clip-path: path(evenodd, "${data(each)}");\n}\n`).join("");
  },
  read: (content) =>
    [...String(content).matchAll(/path\(evenodd, "([^"]*)"\)/g)].map(([, data]) => ({
      lines: linesOfPathData(data),
      path: parsePathData(data),
    })),
};
