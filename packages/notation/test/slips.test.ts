import { applyEdits, exampleAttachments, exampleScript, referenceGroups, Sheet, type Value } from "../src";

/** How the example of a function is written by somebody who knows another language, or is in a hurry. */
const SLIPS: Record<string, (example: string, name: string) => string> = {
  "a letter left out": (e, name) => (name.length > 3 ? renamed(e, name, name.slice(0, -2) + name.at(-1)) : e),
  "two letters swapped": (e, name) =>
    name.length > 3 ? renamed(e, name, name[0] + name[2] + name[1] + name.slice(3)) : e,
  "a capital": (e, name) => renamed(e, name, name[0].toUpperCase() + name.slice(1)),
  "a space before the bracket": (e, name) => renamed(e, name, `${name} `),
  "an argument's name misspelled": (e) => e.replace(/(\w{4,}): /, (_, name) => `${name.slice(0, -1)}: `),
  "no unit": (e) => e.replace(/deg\b/, ""),
  "a degree sign": (e) => e.replace(/deg\b/, "°"),
  px: (e) => e.replace(/(\d+)(,|\))/, "$1px$2"),
  "no bracket at the end": (e) => e.replace(/\)$/, ""),
  "a bracket too many": (e) => `${e})`,
  "a point that is not closed": (e) => e.replace(/(\(-?[\d.]+, -?[\d.]+)\),/, "$1,"),
  "a point that is not opened": (e) => e.replace("((", "("),
  "a point without brackets": (e) => e.replace(/\(\((-?[\d.]+), (-?[\d.]+)\),/, "($1, $2,"),
  "a point in square brackets": (e) => e.replace(/\((-?[\d.]+), (-?[\d.]+)\)/, "[$1, $2]"),
  "a point in braces": (e) => e.replace(/\((-?[\d.]+), (-?[\d.]+)\)/, "{x: $1, y: $2}"),
  "a point without a comma": (e) => e.replace(/\((-?[\d.]+), (-?[\d.]+)\)/, "($1 $2)"),
  "a semicolon for a comma": (e) => e.replace(", ", "; "),
  "a semicolon at the end": (e) => `${e};`,
  "no comma": (e) => e.replace(/, (\w+: )/, " $1"),
  "no colon": (e) => e.replace(/ ([a-z]+): (?=[\d(])/, " $1 "),
  "two colons": (e) => e.replace(/ ([a-z]+): /, " $1:: "),
  "an equals sign for a colon": (e) => e.replace(/(\w+): /, "$1 = "),
  "a word in quotes": (e) => e.replace(/: (round|miter|box|evenodd|yes|no|arcs)\b/, ': "$1"'),
  "single quotes": (e) => e.replace(/"([^"]*)"/, "'$1'"),
  "no dot": (e) => e.replace(/\.([a-z]+)\(/, " $1("),
  // A minus would be one between two values.
  "no brackets around arguments": (e, name) => (e.startsWith(`${name}(`) ? e.replace(/\((?!-)(.*)\)$/, " $1") : e),
  "an arrow": (e) => e.replace(/\.([a-z]+)\(/, "->$1("),
};

const renamed = (example: string, from: string, to: string): string =>
  example.replace(new RegExp(`\\b${from}\\(`), `${to}(`);

function evaluated(script: string): { value: string; mended: string[] } {
  const sheet = new Sheet();
  sheet.attach(exampleAttachments);
  const { definitions, diagnostics } = sheet.update(script);
  return {
    value: JSON.stringify(definitions[0]?.value ? told(definitions[0].value) : null),
    mended: diagnostics.flatMap(({ mends }) => mends.map(({ edits }) => applyEdits(script, edits))),
  };
}

function told(value: Value): unknown {
  if (value.type === "shape") return [value.vertexCount, value.area.toFixed(6)];
  if (value.type === "list") return value.items.map(told);
  return value.type === "point" ? [value.x, value.y] : [value.type, "value" in value ? value.value : null];
}

test.each(Object.keys(SLIPS))("%s: what is offered puts it right, whatever the function", (slip) => {
  let count = 0;
  for (const entry of referenceGroups.flatMap(({ entries }) => entries)) {
    const script = exampleScript(entry);
    const broken = script.replace(entry.example, () => SLIPS[slip](entry.example, entry.name));
    if (broken === script) continue;
    count++;
    const { value: wanted } = evaluated(script);
    const { value, mended } = evaluated(broken);
    if (value !== wanted && !mended.some((text) => evaluated(text).value === wanted))
      expect([broken, mended]).toEqual([script, []]);
  }
  expect(count).toBeGreaterThan(3);
});
