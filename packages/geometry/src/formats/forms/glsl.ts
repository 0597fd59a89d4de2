import { type Language, rows, sourceForm, withPoint } from "../source/language";

const GLSL: Language = {
  title: "GLSL",
  ending: "glsl",
  mediaType: "text/plain",
  numbers: ["float32", "int32"],
  comment: (text) => `// ${text}`,
  array: ({ name, width, values }, elements, type) => {
    const of = width === 2 ? vectorOf(type) : type;
    return `const ${of} ${name}[${values.length / width}] = ${of}[](\n${rows(elements, "  ", width)}\n);`;
  },
  single: (name, value, type) => `const ${type} ${name} = ${value};`,
  typeOf: (holding, { numbers }) => (holding === "coordinate" && numbers === "float32" ? "float" : "int"),
  literal: (text, type) => (type === "float" ? withPoint(text) : text),
  pair: (x, y, type) => `${vectorOf(type)}(${x}, ${y})`,
  reserved:
    "attribute bool break case centroid const continue default discard do else false flat float for highp if in inout input int invariant layout lowp mat2 mat3 mat4 mediump out output precision return sampler2D smooth struct switch texture true uint uniform varying vec2 vec3 vec4 void while active common filter half fixed noise partition resource sample shared union",
  opens: "(",
};

/** Constants of GLSL ES 3.00. */
export const glsl = sourceForm(GLSL);

function vectorOf(type: string): string {
  return type === "float" ? "vec2" : "ivec2";
}
