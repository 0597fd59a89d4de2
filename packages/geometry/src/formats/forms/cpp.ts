import { type Language, rows, sourceForm, withPoint } from "../source/language";

const CPP: Language = {
  title: "C++",
  ending: "hpp",
  mediaType: "text/x-c++",
  numbers: ["float64", "float32", "int32", "int16"],
  begin: () => "#pragma once\n#include <cstdint>\n\n",
  comment: (text) => `// ${text}`,
  array: ({ name, width, values }, elements, type) => {
    const size = width === 2 ? `[${values.length / 2}][2]` : `[${values.length}]`;
    return `inline constexpr ${type} ${name}${size} = {\n${rows(elements, "  ", width)}\n};`;
  },
  single: (name, value, type) => `inline constexpr ${type} ${name} = ${value};`,
  typeOf: (holding, { numbers, indices }) => {
    if (holding === "coordinate")
      return { float64: "double", float32: "float", int32: "std::int32_t", int16: "std::int16_t" }[numbers];
    return { index: `std::${indices}_t`, start: "std::uint32_t", flag: "bool" }[holding];
  },
  literal: (text, type) => (type === "float" ? `${withPoint(text)}f` : text),
  pair: (x, y) => `{${x}, ${y}}`,
  reserved:
    "alignas alignof and and_eq asm auto bitand bitor bool break case catch char class compl concept const constexpr continue decltype default delete do double else enum explicit export extern false float for friend goto if inline int long mutable namespace new noexcept not not_eq nullptr operator or or_eq private protected public register requires return short signed sizeof static struct switch template this throw true try typedef typename union unsigned using virtual void volatile while xor xor_eq",
  opens: "{",
};

/** Arrays of C++17, for a header. */
export const cpp = sourceForm(CPP);
