import { type Language, rows, sourceForm, withPoint } from "../source/language";

const RUST: Language = {
  title: "Rust",
  ending: "rs",
  mediaType: "text/x-rust",
  numbers: ["float64", "float32", "int32", "int16"],
  comment: (text) => `// ${text}`,
  array: ({ name, width, values }, elements, type) => {
    const of = width === 2 ? `[[${type}; 2]; ${values.length / 2}]` : `[${type}; ${values.length}]`;
    return `pub static ${name}: ${of} = [\n${rows(elements, "    ", width)},\n];`;
  },
  single: (name, value, type) => `pub const ${name}: ${type} = ${value};`,
  typeOf: (holding, { numbers, indices }) => {
    if (holding === "coordinate") return { float64: "f64", float32: "f32", int32: "i32", int16: "i16" }[numbers];
    return holding === "index" ? { uint16: "u16", uint32: "u32" }[indices] : holding === "start" ? "usize" : "u8";
  },
  literal: (text, type) => (type.startsWith("f") ? withPoint(text) : text),
  pair: (x, y) => `[${x}, ${y}]`,
  // Names are in upper case, where no word is reserved.
  reserved: "",
  nameOf: (name) => name.toUpperCase(),
  opens: "[",
};

/** Statics of Rust. */
export const rust = sourceForm(RUST);
