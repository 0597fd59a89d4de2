import { type Language, rows, sourceForm, withPoint } from "../source/language";

const C: Language = {
  title: "C array",
  ending: "h",
  mediaType: "text/x-c",
  numbers: ["float64", "float32", "int32", "int16"],
  begin: (style, holdings) =>
    holdings.has("index") || style.numbers.startsWith("int") ? "#include <stdint.h>\n\n" : "",
  comment: (text) => `/* ${text} */`,
  array: ({ name, width, values }, elements, type) => {
    const size = width === 2 ? `[${values.length / 2}][2]` : `[${values.length}]`;
    return `static const ${type} ${name}${size} = {\n${rows(elements, "  ", width)}\n};`;
  },
  single: (name, value, type) => `static const ${type} ${name} = ${value};`,
  typeOf: (holding, { numbers, indices }) => {
    if (holding === "coordinate")
      return { float64: "double", float32: "float", int32: "int32_t", int16: "int16_t" }[numbers];
    return holding === "index" ? `${indices}_t` : holding === "start" ? "unsigned" : "unsigned char";
  },
  literal: (text, type) => (type === "float" ? `${withPoint(text)}f` : text),
  pair: (x, y) => `{${x}, ${y}}`,
  reserved:
    "auto break case char const continue default do double else enum extern float for goto if inline int long register restrict return short signed sizeof static struct switch typedef union unsigned void volatile while",
  opens: "{",
};

/** Arrays of C99, for a header. */
export const cArray = sourceForm(C);
