import { readdirSync, readFileSync } from "node:fs";
import path from "node:path";

const web = path.join(__dirname, "..");
const filesOf = (folder: string): string[] =>
  readdirSync(path.join(web, folder), { recursive: true, encoding: "utf8" }).map((file) => path.join(folder, file));
const files = [...filesOf("src"), ...filesOf("app")];

/** The classes that a stylesheet is about: the first one of ours in each selector. */
function classesIn(file: string): Set<string> {
  const text = readFileSync(path.join(web, file), "utf8").replace(/\/\*[\s\S]*?\*\//g, "");
  const selectors = text.replace(/\{[^}]*\}/g, ",").split(",");
  const ours = (selector: string): string[] =>
    [...selector.matchAll(/\.([a-z][\w-]*)/g)].map(([, name]) => name).filter((name) => !/^(ant|cm)-/.test(name));
  return new Set(selectors.flatMap((selector) => ours(selector).slice(0, 1)));
}

/** All words in quotation marks and templates: among them are the classes that a component uses. */
const words = new Map(
  files
    .filter((file) => /\.tsx?$/.test(file))
    .map((file) => {
      const text = readFileSync(path.join(web, file), "utf8");
      const quoted = [...text.matchAll(/"([^"\n]*)"|'([^'\n]*)'|`([^`]*)`/g)].map(
        (match) => match[1] ?? match[2] ?? match[3],
      );
      const begun = [...text.matchAll(/([a-z]+-)\$\{/g)].map(([, beginning]) => beginning);
      return [file, new Set([...begun, ...quoted.join(" ").split(/[\s${}()?:.,"']+/)])];
    }),
);

/** Folders with a component that may use a class; `mistake-${…}` uses all that begin so. */
function foldersWith(name: string): Set<string> {
  const uses = (all: Set<string>): boolean =>
    all.has(name) || [...all].some((word) => word.length > 3 && word.endsWith("-") && name.startsWith(word));
  return new Set([...words].flatMap(([file, all]) => (uses(all) ? [path.dirname(file)] : [])));
}

const sheets = files.filter((file) => file.endsWith(".css"));

test.each(sheets.filter((file) => file.startsWith("src")))(
  "the classes of %s are used beside it, and nowhere else",
  (file) => {
    const own = path.dirname(file);
    // What is shared by all panels stands with the parts that they are made of.
    const home = own.endsWith("/parts") ? path.dirname(own) : own;
    for (const name of classesIn(file)) {
      const folders = [...foldersWith(name)];
      expect([name, folders.some((folder) => folder.startsWith(home))]).toEqual([name, true]);
      // A single word may stand for something else.
      if (name.includes("-")) expect([name, folders.filter((folder) => !folder.startsWith(home))]).toEqual([name, []]);
    }
  },
);

test("no class is styled in two places, and what all may use is little", () => {
  const owners = new Map<string, string[]>();
  for (const file of sheets) for (const name of classesIn(file)) owners.set(name, [...(owners.get(name) ?? []), file]);
  const global = sheets.filter((file) => file.startsWith("app"));
  const shared = new Set(global.flatMap((file) => [...classesIn(file)]));
  const twice = [...owners].filter(([name, at]) => at.length > 1 && !shared.has(name));
  expect(twice).toEqual([]);
  expect(shared.size).toBeLessThan(20);
});
