import { type Language, rows, sourceForm } from "../source/language";

const JAVA: Language = {
  title: "Java",
  ending: "java",
  mediaType: "text/x-java",
  numbers: ["float64", "float32", "int32", "int16"],
  begin: ({ file }) => `final class ${classOf(file)} {\n  private ${classOf(file)}() {}\n\n`,
  end: "}\n",
  comment: (text) => `  // ${text}`,
  array: ({ name, width }, elements, type) =>
    `  static final ${type}${width === 2 ? "[][]" : "[]"} ${name} = {\n${rows(elements, "    ", width)}\n  };`,
  single: (name, value, type) => `  static final ${type} ${name} = ${value};`,
  typeOf: (holding, { numbers }) => {
    // Java has no unsigned numbers.
    if (holding !== "coordinate") return holding === "flag" ? "byte" : "int";
    return { float64: "double", float32: "float", int32: "int", int16: "short" }[numbers];
  },
  literal: (text, type) => (type === "float" ? `${text}f` : text),
  pair: (x, y) => `{${x}, ${y}}`,
  reserved:
    "abstract assert boolean break byte case catch char class const continue default do double else enum extends false final finally float for goto if implements import instanceof int interface long native new null package private protected public return short static strictfp super switch synchronized this throw throws transient true try void volatile while _",
  opens: "{",
  most: { count: 5000, why: "Java compiles about 64 KB of code to a class, so it may refuse them" },
};

/** A class by the file's name, with static arrays. */
export const java = sourceForm(JAVA);

function classOf(file: string): string {
  const name = file.replace(/[^A-Za-z0-9]+(.)?/g, (_, next?: string) => (next ?? "").toUpperCase());
  return `${/^[A-Za-z]/.test(name) ? "" : "Shapes"}${name.charAt(0).toUpperCase()}${name.slice(1)}`;
}
