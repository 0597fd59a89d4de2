import { type Language, rows, sourceForm, withPoint } from "../source/language";

const PYTHON: Language = {
  title: "Python",
  ending: "py",
  mediaType: "text/x-python",
  numbers: ["float64", "int32"],
  comment: (text) => `# ${text}`,
  array: ({ name, width }, elements) => `${name} = [\n${rows(elements, "    ", width)},\n]`,
  single: (name, value) => `${name} = ${value}`,
  typeOf: (holding, { numbers }) => (holding === "coordinate" && numbers === "float64" ? "float" : "int"),
  literal: (text, type) => (type === "float" ? withPoint(text) : text),
  pair: (x, y) => `(${x}, ${y})`,
  reserved:
    "False None True and as assert async await break class continue def del elif else except finally for from global if import in is lambda nonlocal not or pass raise return try while with yield",
  opens: "[",
};

/** Lists of Python 3. */
export const python = sourceForm(PYTHON);
