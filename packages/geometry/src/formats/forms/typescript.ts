import { numberText } from "../decimals";
import { type Figure, type FigureLine, polygonsOfFigure, vertexCount } from "../figure";
import type { Form, ReadFigure } from "../form";
import { type Language, rows, sourceForm } from "../source/language";
import { readArrays } from "../source/read-arrays";
import { LAYOUTS, type Style } from "../style";
import { pointTexts } from "../text";

const TYPESCRIPT: Language = {
  title: "TypeScript",
  ending: "ts",
  mediaType: "text/typescript",
  numbers: ["float64"],
  comment: (text) => `// ${text}`,
  array: ({ name, width }, elements) => {
    const of = width === 2 ? "[number, number][]" : "number[]";
    return `export const ${name}: ${of} = [\n${rows(elements, "  ", width)},\n];`;
  },
  single: (name, value) => `export const ${name} = ${value};`,
  typeOf: () => "number",
  literal: (text) => text,
  pair: (x, y) => `[${x}, ${y}]`,
  reserved:
    "await break case catch class const continue debugger default delete do else enum export extends false finally for function if implements import in instanceof interface let new null package private protected public return static super switch this throw true try typeof var void while with yield",
  opens: "[",
};

const lists = sourceForm(TYPESCRIPT, LAYOUTS);
const reserved = new Set(TYPESCRIPT.reserved.split(" "));

/** Constants of TypeScript: polygons and lines as objects, or plain lists. */
export const typescript: Form = {
  ...lists,
  write: (figures, style) => {
    const isNested = ({ kind }: Figure): boolean => kind === "region" || kind === "outline";
    if (style.layout !== "nested") return lists.write(figures, style);
    const text = (figure: Figure): string | Uint8Array =>
      isNested(figure) ? nested(figure, style) : lists.write([figure], { ...style, layout: "pairs" });
    return figures.map(text).join("\n");
  },
  read: (content, style) => (style.layout === "nested" ? readNested(String(content)) : lists.read(content, style)),
};

function nested(figure: Figure, style: Style): string {
  const number = numberText(style);
  const points = (line: FigureLine, indent: string): string => {
    const all = pointTexts(line, number, (x, y) => `[${x}, ${y}]`);
    return `[\n${rows(all, `${indent}  `, 2)}\n${indent}]`;
  };
  const name = reserved.has(figure.name) ? `${figure.name}_` : figure.name;
  if (figure.kind === "outline") {
    const blocks = figure.lines.map(
      (line) => `  {\n    closed: ${line.closed},\n    points: ${points(line, "    ")},\n  },\n`,
    );
    const type = "{ closed: boolean; points: [number, number][] }[]";
    return `export const ${name}: ${type} = [\n${blocks.join("")}];\n`;
  }
  const blocks = polygonsOfFigure(figure).map(([outer, ...holes]) => {
    const inner = holes.map((hole) => `\n      ${points(hole, "      ")},`).join("");
    return `  {\n    outer: ${points(outer, "    ")},\n    holes: [${inner}${inner ? "\n    " : ""}],\n  },\n`;
  });
  const type = "{ outer: [number, number][]; holes: [number, number][][] }[]";
  return `export const ${name}: ${type} = [\n${vertexCount(figure) === 0 ? "" : blocks.join("")}];\n`;
}

/** Each constant's value, as JSON has it once names are in quotation marks and spare commas are gone. */
function readNested(text: string): ReadFigure[] {
  const figures: ReadFigure[] = [];
  let plain = "";
  const readPlain = (): void => {
    figures.push(...readArrays(plain, "["));
    plain = "";
  };
  for (const statement of text
    .replace(/\/\/.*$/gm, "")
    .split(/^export /m)
    .slice(1)) {
    const equals = statement.indexOf(" = ");
    if (!statement.slice(0, equals).includes("{")) {
      plain += `${statement}\n`;
      continue;
    }
    readPlain();
    const literal = statement.slice(equals + 3, statement.lastIndexOf(";"));
    const json = literal.replace(/(outer|holes|closed|points):/g, '"$1":').replace(/,(\s*[\]}])/g, "$1");
    figures.push({ lines: linesIn(JSON.parse(json)) });
  }
  readPlain();
  return figures;
}

/** Polygons and lines as they stand in JSON. */
export function linesIn(
  items: readonly { outer?: number[][]; holes?: number[][][]; closed?: boolean; points?: number[][] }[],
): ReadFigure["lines"] {
  return items.flatMap(({ outer, holes = [], closed = false, points = [] }) =>
    outer
      ? [outer, ...holes].map((ring) => ({ points: ring.flat(), closed: true }))
      : [{ points: points.flat(), closed }],
  );
}
