import { type Language, rows, sourceForm, withPoint } from "../source/language";

const WGSL: Language = {
  title: "WGSL",
  ending: "wgsl",
  mediaType: "text/wgsl",
  numbers: ["float32", "int32"],
  comment: (text) => `// ${text}`,
  // The count of elements follows from the arguments.
  array: ({ name, width }, elements) => `const ${name} = array(\n${rows(elements, "  ", width)}\n);`,
  single: (name, value) => `const ${name} = ${value};`,
  typeOf: (holding, { numbers }) => {
    if (holding === "coordinate") return numbers === "float32" ? "f32" : "i32";
    return holding === "index" ? "u32" : "i32";
  },
  literal: (text, type) => (type === "f32" ? withPoint(text) : type === "u32" ? `${text}u` : text),
  pair: (x, y, type) => `${type === "f32" ? "vec2f" : "vec2i"}(${x}, ${y})`,
  reserved:
    "alias array bool break case const const_assert continue continuing default diagnostic discard else enable f16 f32 false fn for i32 if let loop override requires return struct switch true u32 var vec2f vec2i while self sample shared target type union",
  opens: "(",
};

/** Constants of WGSL. */
export const wgsl = sourceForm(WGSL);
