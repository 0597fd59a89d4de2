import { type Language, rows, sourceForm, withPoint } from "../source/language";

const KOTLIN: Language = {
  title: "Kotlin",
  ending: "kt",
  mediaType: "text/x-kotlin",
  numbers: ["float64", "float32", "int32", "int16"],
  comment: (text) => `// ${text}`,
  array: ({ name, width }, elements, type) =>
    `val ${name} = ${width === 2 ? "arrayOf" : `${type}ArrayOf`}(\n${rows(elements, "    ", width)},\n)`,
  single: (name, value, type) => `val ${name}: ${type.charAt(0).toUpperCase()}${type.slice(1)} = ${value}`,
  typeOf: (holding, { numbers }) => {
    if (holding !== "coordinate") return holding === "flag" ? "byte" : "int";
    return { float64: "double", float32: "float", int32: "int", int16: "short" }[numbers];
  },
  literal: (text, type) => (type === "double" ? withPoint(text) : type === "float" ? `${withPoint(text)}f` : text),
  pair: (x, y, type) => `${type}ArrayOf(${x}, ${y})`,
  reserved:
    "as break class continue do else false for fun if in interface is null object package return super this throw true try typealias typeof val var when while",
  opens: "(",
  most: { count: 5000, why: "the JVM takes about 64 KB of code to a method, so it may refuse them" },
};

/** Values of Kotlin. */
export const kotlin = sourceForm(KOTLIN);
