import { type Language, rows, sourceForm } from "../source/language";

const GO: Language = {
  title: "Go",
  ending: "go",
  mediaType: "text/x-go",
  numbers: ["float64", "float32", "int32", "int16"],
  begin: ({ file }) => `package ${packageOf(file)}\n\n`,
  comment: (text) => `// ${text}`,
  array: ({ name, width }, elements, type) =>
    `var ${name} = ${width === 2 ? `[][2]${type}` : `[]${type}`}{\n${rows(elements, "\t", width)},\n}`,
  single: (name, value, type) => `var ${name} ${type} = ${value}`,
  typeOf: (holding, { numbers, indices }) =>
    holding === "coordinate" ? numbers : holding === "index" ? indices : holding === "start" ? "int" : "uint8",
  literal: (text) => text,
  pair: (x, y) => `{${x}, ${y}}`,
  reserved:
    "break case chan const continue default defer else fallthrough for func go goto if import interface map package range return select struct switch type var",
  opens: "{",
};

/** Variables of Go, in a package by the file's name. */
export const go = sourceForm(GO);

function packageOf(file: string): string {
  const name = file.toLowerCase().replace(/[^a-z0-9]/g, "");
  return /^[a-z]/.test(name) ? name : `shapes${name}`;
}
