import { numberText } from "../decimals";
import type { Figure } from "../figure";
import { DOUBLES, type Form, SHAPES_AND_POINTS } from "../form";
import { filledIn, PLAIN_PIECES } from "../template/pieces";

/** A form of one's own, of pieces that the sheet tells. */
export const template: Form = {
  title: "Template",
  group: "a form of one's own",
  ending: "txt",
  mediaType: "text/plain",
  keepsCurves: false,
  holds: { kinds: SHAPES_AND_POINTS, open: true, names: false, lines: false },
  layouts: [],
  numbers: DOUBLES,
  write(figures, style) {
    const { point, separator, ring, rings, outline, outlines, file } = style.pieces ?? PLAIN_PIECES;
    const number = numberText(style);
    const line = ({ vertices, closed }: Figure["lines"][number], index: number): string => {
      const count = vertices.length / 2;
      const points = Array.from({ length: count }, (_, i) =>
        filledIn(point, { x: number(vertices[2 * i]), y: number(vertices[2 * i + 1]), index: i }),
      );
      return filledIn(ring, { points: points.join(filledIn(separator, {})), index, count, closed: String(closed) });
    };
    const shapes = figures.map(({ name, lines }, index) =>
      filledIn(outline, { rings: lines.map(line).join(filledIn(rings, {})), name, index, count: lines.length }),
    );
    const all = shapes.join(filledIn(outlines, {}));
    return filledIn(file, { outlines: all, name: style.file, count: figures.length });
  },
  read(content, style) {
    const { point } = style.pieces ?? PLAIN_PIECES;
    const [first, second] = point.indexOf("{x}") < point.indexOf("{y}") ? ["x", "y"] : ["y", "x"];
    const points = [...String(content).matchAll(patternOf(point))].flatMap(({ groups = {} }) => {
      const values = { [first]: Number(groups.first), [second]: Number(groups.second) };
      return [values.x, values.y];
    });
    return [{ lines: [{ points, closed: false }] }];
  },
};

/** What stands for places in the text. */
const SEEN: Record<string, string> = { "{newline}": "\n", "{tab}": "\t", "{quote}": '"' };

/** What a point looks like: the piece's own text, with numbers in its places. */
function patternOf(point: string): RegExp {
  const number = (name: string): string => `(?<${name}>-?\\d+(?:\\.\\d+)?(?:e[-+]?\\d+)?)`;
  let seen = 0;
  const source = point
    .split(/(\{[a-z]+\})/)
    .map((part) => {
      if (part === "{x}" || part === "{y}") return seen < 2 ? number(["first", "second"][seen++]) : "-?[\\d.e+-]+";
      if (part === "{index}") return "\\d+";
      return (SEEN[part] ?? part).replace(/[.*+?^${}()|[\]\\]/g, "\\$&");
    })
    .join("");
  return new RegExp(source, "g");
}
