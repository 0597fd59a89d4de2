import { execFileSync, spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import ts from "typescript";
import {
  combine,
  type HandoffFormat,
  LAYOUTS,
  numbersFigure,
  parsePathData,
  pointsFigure,
  type Style,
  trianglesFigure,
  triangulate,
} from "../src";
import { outline, region, written } from "./figures";

// Source code as the real compilers take it: a program of theirs prints what it holds.

const box = { rings: [Float64Array.of(0, 0, 10, 0, 10, 10, 0, 10)], fillRule: "nonzero" as const };
const hole = { rings: [Float64Array.of(2, 2, 5, 2, 5, 4)], fillRule: "nonzero" as const };
const { polygons } = combine("difference", box, hole);
const shapes = [
  region("green", polygons),
  region("pond", []),
  outline("track", parsePathData("M 0 0 L 7 1 M 3 3 L 9 3 L 9 9 Z")),
  trianglesFigure("mesh", triangulate(polygons)),
  pointsFigure("posts", Float64Array.of(1, 2, 3, 4)),
  numbersFigure("size", [12]),
  numbersFigure("sizes", [1, 2]),
];
/** What any program prints of them. */
const GREEN = [0, 0, 10, 0, 10, 10, 0, 10, 2, 2, 5, 4, 5, 2];
const EXPECTED = [...GREEN, 0, 4, 7, 0, 2, 0, 0, 7, 1, 3, 3, 9, 3, 9, 9, 0, 2, 5, 0, 1];

/** Layouts and types, each at least once. */
const STYLES: Partial<Style>[] = [
  { layout: "pairs", numbers: "float64", decimals: "exact" },
  { layout: "flat", numbers: "float32", indices: "uint32" },
  { layout: "separate", numbers: "int32", decimals: 0 },
  { layout: "pairs", numbers: "int16", decimals: 0 },
];

/** The arrays that are printed, in order, whatever the layout: both of `green` and `track`, with their starts and flags. */
const printed = (layout: Style["layout"]): { name: string; of: "pairs" | "list" }[] =>
  ["green", "track"].flatMap((name) => {
    const others = name === "green" ? ["ring_starts", "polygon_starts"] : ["line_starts", "closed"];
    const vertices = layout === "separate" ? ["xs"] : ["vertices"];
    return [...vertices, ...others].map((part) => ({
      name: `${name}_${part}`,
      of: layout === "pairs" && part === "vertices" ? ("pairs" as const) : ("list" as const),
    }));
  });

interface Tool {
  format: HandoffFormat;
  command: string;
  file: string;
  /** A program around the file, by its name, and how it is built and run. */
  program(layout: Style["layout"]): { name: string; text: string };
  run: (folder: string) => [command: string, ...args: string[]][];
}

const cLoop = ({ name, of }: { name: string; of: string }): string =>
  of === "pairs"
    ? `for (unsigned i = 0; i < sizeof ${name} / sizeof ${name}[0]; i++) printf("%.17g %.17g ", (double)${name}[i][0], (double)${name}[i][1]);`
    : `for (unsigned i = 0; i < sizeof ${name} / sizeof ${name}[0]; i++) printf("%.17g ", (double)${name}[i]);`;

const cMain = (file: string, extra: string) => (layout: Style["layout"]) =>
  `#include <stdio.h>\n#include "${file}"\nint main(void) {\n${printed(layout).map(cLoop).join("\n")}\n${extra}return 0; }\n`;

const TOOLS: Tool[] = [
  {
    format: "c-array",
    command: "gcc",
    file: "plan.h",
    program: (layout) => ({
      name: "main.c",
      text: cMain("plan.h", "(void)size; (void)sizes; (void)mesh_indices;")(layout),
    }),
    run: (folder) => [["gcc", "-std=c99", "-Wall", "-o", `${folder}/main`, `${folder}/main.c`], [`${folder}/main`]],
  },
  {
    format: "cpp",
    command: "g++",
    file: "plan.hpp",
    program: (layout) => ({ name: "main.cpp", text: cMain("plan.hpp", "")(layout) }),
    run: (folder) => [["g++", "-std=c++17", "-Wall", "-o", `${folder}/main`, `${folder}/main.cpp`], [`${folder}/main`]],
  },
  {
    format: "python",
    command: "python3",
    file: "plan.py",
    program: (layout) => ({
      name: "main.py",
      text: `import plan\n${printed(layout)
        .map(({ name, of }) =>
          of === "pairs" ? `print(*[v for p in plan.${name} for v in p], end=" ")` : `print(*plan.${name}, end=" ")`,
        )
        .join("\n")}\n`,
    }),
    run: (folder) => [["python3", `${folder}/main.py`]],
  },
  {
    format: "java",
    command: "javac",
    file: "Plan.java",
    program: (layout) => ({
      name: "Main.java",
      text: `final class Main { public static void main(String[] a) {\n${printed(layout)
        .map(({ name, of }) =>
          of === "pairs"
            ? `for (var p : Plan.${name}) System.out.print(p[0] + " " + p[1] + " ");`
            : `for (var v : Plan.${name}) System.out.print(v + " ");`,
        )
        .join("\n")}\n} }\n`,
    }),
    run: (folder) => [
      ["javac", "-d", folder, `${folder}/Plan.java`, `${folder}/Main.java`],
      ["java", "-cp", folder, "Main"],
    ],
  },
  {
    format: "rust",
    command: "rustc",
    file: "plan.rs",
    program: (layout) => ({
      name: "main.rs",
      text: `#![allow(dead_code)]\ninclude!("plan.rs");\nfn main() {\n${printed(layout)
        .map(({ name, of }) => {
          const upper = name.toUpperCase();
          return of === "pairs"
            ? `for p in ${upper}.iter() { print!("{} {} ", p[0], p[1]); }`
            : `for v in ${upper}.iter() { print!("{} ", v); }`;
        })
        .join("\n")}\n}\n`,
    }),
    run: (folder) => [["rustc", "-o", `${folder}/main`, `${folder}/main.rs`], [`${folder}/main`]],
  },
  {
    format: "go",
    command: "go",
    file: "plan.go",
    program: (layout) => ({
      name: "main.go",
      text: `package main\nimport "fmt"\nfunc main() {\n${printed(layout)
        .map(({ name, of }) =>
          of === "pairs"
            ? `for _, p := range ${name} { fmt.Print(p[0], " ", p[1], " ") }`
            : `for _, v := range ${name} { fmt.Print(v, " ") }`,
        )
        .join("\n")}\n}\n`,
    }),
    run: (folder) => [["go", "run", `${folder}/main.go`, `${folder}/plan.go`]],
  },
  {
    format: "swift",
    command: "swiftc",
    file: "plan.swift",
    program: (layout) => ({
      name: "main.swift",
      text: printed(layout)
        .map(({ name, of }) =>
          of === "pairs"
            ? `for p in ${name} { print(p[0], p[1], terminator: " ") }`
            : `for v in ${name} { print(v, terminator: " ") }`,
        )
        .join("\n"),
    }),
    run: (folder) => [
      ["swiftc", "-o", `${folder}/main`, `${folder}/main.swift`, `${folder}/plan.swift`],
      [`${folder}/main`],
    ],
  },
  {
    format: "kotlin",
    command: "kotlinc",
    file: "plan.kt",
    program: (layout) => ({
      name: "main.kt",
      text: `fun main() {\n${printed(layout)
        .map(({ name, of }) =>
          of === "pairs" ? `for (p in ${name}) print("\${p[0]} \${p[1]} ")` : `for (v in ${name}) print("$v ")`,
        )
        .join("\n")}\n}\n`,
    }),
    run: (folder) => [
      ["kotlinc", "-include-runtime", "-d", `${folder}/main.jar`, `${folder}/main.kt`, `${folder}/plan.kt`],
      ["java", "-jar", `${folder}/main.jar`],
    ],
  },
];

for (const { format, command, file, program, run } of TOOLS) {
  const isHere = spawnSync("which", [command]).status === 0;
  const title = `${format}: a program built with ${command} prints what was handed off`;
  (isHere ? test : test.skip)(
    isHere ? title : `${title} (there is no ${command} on this machine)`,
    () => {
      for (const style of STYLES) {
        if (format === "python" && !["float64", "int32"].includes(style.numbers!)) continue;
        const folder = mkdtempSync(join(tmpdir(), "vertexon-form-"));
        const name = format === "go" ? "main" : "plan";
        writeFileSync(join(folder, file), written(format, shapes, { ...style, file: name }).content);
        const { name: main, text } = program(style.layout!);
        writeFileSync(join(folder, main), text);
        let output = "";
        for (const [tool, ...args] of run(folder))
          output = execFileSync(tool, args, { encoding: "utf8", stdio: ["ignore", "pipe", "pipe"] });
        const numbers = output
          .trim()
          .split(/\s+/)
          .map((word) => Number(word.replace(/true/, "1").replace(/false/, "0")));
        const vertices = (from: number, to: number): number[] =>
          EXPECTED.slice(from, to).filter((_, i) => style.layout !== "separate" || i % 2 === 0);
        expect(numbers).toEqual([
          ...vertices(0, 14),
          ...EXPECTED.slice(14, 19),
          ...vertices(19, 29),
          ...EXPECTED.slice(29),
        ]);
        rmSync(folder, { recursive: true });
      }
    },
    120_000,
  );
}

test("typescript: the compiler finds no mistake, and what it makes holds what was handed off", () => {
  const folder = mkdtempSync(join(tmpdir(), "vertexon-form-"));
  const texts = LAYOUTS.map((layout) => String(written("typescript", shapes, { layout }).content));
  const files = texts.map((text, i) => {
    const file = join(folder, `plan${i}.ts`);
    writeFileSync(file, text);
    return file;
  });
  const program = ts.createProgram(files, { strict: true, noEmit: true, types: [], target: ts.ScriptTarget.ES2022 });
  expect(ts.getPreEmitDiagnostics(program).map(({ messageText }) => messageText)).toEqual([]);
  LAYOUTS.forEach((layout, i) => {
    const made: Record<string, unknown> = {};
    const { outputText } = ts.transpileModule(texts[i], { compilerOptions: { module: ts.ModuleKind.CommonJS } });
    new Function("exports", outputText)(made);
    const { green, green_vertices: all, green_xs: xs, size, sizes } = made as Record<string, never>;
    expect([size, sizes]).toEqual([12, [1, 2]]);
    if (layout === "nested")
      expect(green).toEqual([{ outer: pairsOf(GREEN.slice(0, 8)), holes: [pairsOf(GREEN.slice(8))] }]);
    else if (layout === "separate") expect(xs).toEqual(GREEN.filter((_, k) => k % 2 === 0));
    else expect(all).toEqual(layout === "pairs" ? pairsOf(GREEN) : GREEN);
  });
  rmSync(folder, { recursive: true });
});

function pairsOf(values: readonly number[]): number[][] {
  return Array.from({ length: values.length / 2 }, (_, i) => values.slice(2 * i, 2 * i + 2));
}
