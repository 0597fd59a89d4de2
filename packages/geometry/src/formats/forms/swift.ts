import { type Language, rows, sourceForm } from "../source/language";

const SWIFT: Language = {
  title: "Swift",
  ending: "swift",
  mediaType: "text/x-swift",
  numbers: ["float64", "float32", "int32", "int16"],
  comment: (text) => `// ${text}`,
  array: ({ name, width }, elements, type) => {
    const of = width === 2 ? `[[${type}]]` : `[${type}]`;
    return `let ${name}: ${of} = [\n${rows(elements, "    ", width)},\n]`;
  },
  single: (name, value, type) => `let ${name}: ${type} = ${value}`,
  typeOf: (holding, { numbers, indices }) => {
    if (holding === "coordinate")
      return { float64: "Double", float32: "Float", int32: "Int32", int16: "Int16" }[numbers];
    return holding === "index"
      ? { uint16: "UInt16", uint32: "UInt32" }[indices]
      : holding === "start"
        ? "Int"
        : "UInt8";
  },
  literal: (text) => text,
  pair: (x, y) => `[${x}, ${y}]`,
  reserved:
    "associatedtype as any break case catch class continue default defer deinit do else enum extension fallthrough false fileprivate for func guard if import in init inout internal is let nil open operator private protocol public repeat rethrows return self Self static struct subscript super switch throw throws true try typealias var where while",
  opens: "[",
};

/** Constants of Swift. */
export const swift = sourceForm(SWIFT);
