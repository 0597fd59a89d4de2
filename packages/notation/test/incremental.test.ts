import fc from "fast-check";
import {
  type Evaluated,
  exampleAttachments,
  exampleScript,
  formatScript,
  referenceGroups,
  Sheet,
  type Value,
} from "../src";

const lines = [
  "plan 200 by 100, y down, unit px",
  "tolerance 0.5",
  "n = 3",
  "size = n * 4",
  "fn spot(k) = circle((10 * k, size), radius: n + 1)",
  "a = spot(2)",
  "b = a union spot(3)",
  "list = each k from 1 to n: spot(k)",
  "all = union (list)",
  "cut = all difference rect((0, 0), to: (50%, 50%))",
  "c = if n > 4 then a else b",
  "p = probe(c, at: (20, size))",
  "far = blend(distance(a).offset(n), cut, radius: n) union spot(1)",
  "near = contour(far, at: 0.5, within: 0.5)",
  "x = y + 1",
  "y = cut.area",
  "emit cut as wkt",
  // What breaks an evaluation: numbers at the ends of the doubles, chains, nesting, files that cannot be read.
  "huge = rect((0, 0), 1e308, 1e308) union a",
  "tiny = circle((0, 0), radius: 1e-308).stroke(1e-300)",
  `sum = n${" + n".repeat(40)}`,
  `deep = ${"(".repeat(40)}size${")".repeat(40)}`,
  `too = ${"-".repeat(300)}n`,
  'coast = outline("coast.geojson")',
  'broken = outline("broken.svg")',
  "chain = chain2 + 1",
  "chain2 = chain3 + 1",
  "chain3 = n",
];

const attachments = [
  ...exampleAttachments,
  { name: "coast.geojson", content: '{"type":"LineString","coordinates":[[0,0],[9,0],[9,9]]}' },
  { name: "broken.svg", content: '<!DOCTYPE svg [<!ENTITY e SYSTEM "x">]><svg/>' },
];

function freshSheet(files = attachments): Sheet {
  const sheet = new Sheet();
  sheet.attach(files);
  return sheet;
}

/** What a value comes to, without the parts that are objects of the evaluation. */
function summary(value: Value | null): unknown {
  if (value === null) return null;
  switch (value.type) {
    case "shape":
      return [value.vertexCount, value.area, value.error, value.handles.length];
    case "list":
      return value.items.map(summary);
    case "probe":
      return value.points;
    case "field":
      return [value.grid, value.reach];
    case "distance":
      return [value.field.at(3, 4), value.field.worth, value.hasOwnOutline, value.centre];
    default:
      return value;
  }
}

const outcome = ({ definitions, diagnostics, emissions, plan, tolerance, toleranceSpan }: Evaluated) => ({
  definitions: definitions.map(({ value, ...rest }) => ({ ...rest, value: summary(value) })),
  diagnostics,
  emissions,
  plan,
  tolerance,
  toleranceSpan,
});

// A change of a sheet: a line gone, doubled, moved, spoilt, with another number or an extreme one, or a name renamed.
const change = fc.record({
  line: fc.nat(lines.length - 1),
  kind: fc.constantFrom("remove", "double", "move", "spoil", "number", "extreme", "rename", "comment"),
  to: fc.nat(lines.length - 1),
  digit: fc.integer({ min: 1, max: 7 }),
});

function changed(
  script: readonly string[],
  { line, kind, to, digit }: { line: number; kind: string; to: number; digit: number },
): string[] {
  const next = [...script];
  if (next.length === 0) return [...lines];
  const at = line % next.length;
  if (kind === "remove") next.splice(at, 1);
  else if (kind === "double") next.splice(at, 0, next[at]);
  else if (kind === "move") next.splice(to % next.length, 0, ...next.splice(at, 1));
  else if (kind === "spoil") next[at] = next[at].replace(/[a-z](?=\b)/, "q");
  else if (kind === "extreme") next[at] = next[at].replace(/\d+/, ["1e308", "1e-308", "1e17", "0"][digit % 4]);
  else if (kind === "rename") return renamed(next, /^(\w+) =/.exec(next[at])?.[1], digit);
  else if (kind === "comment") next.splice(at, 0, "// note");
  else next[at] = next[at].replace(/\d/, String(digit));
  return next;
}

function renamed(script: string[], name: string | undefined, digit: number): string[] {
  return script.map((line) => line.replace(new RegExp(`\\b${name}\\b`, "g"), `${name}${digit}`));
}

test("after any history of changes a sheet is what a fresh evaluation of its text gives", () => {
  fc.assert(
    fc.property(fc.array(change, { minLength: 1, maxLength: 12 }), (changes) => {
      const sheet = freshSheet();
      let script = lines;
      sheet.update(script.join("\n"));
      for (const each of changes) {
        script = changed(script, each);
        const text = script.join("\n");
        // Files come and go, too.
        const files = attachments.slice(each.digit % 3);
        sheet.attach(files);
        expect(outcome(sheet.update(text))).toEqual(outcome(freshSheet(files).update(text)));
      }
    }),
    { numRuns: 120 },
  );
});

test("evaluating the same text again computes nothing, whatever is wrong with it", () => {
  fc.assert(
    fc.property(fc.array(change, { maxLength: 6 }), (changes) => {
      const text = changes.reduce(changed, lines).join("\n");
      const sheet = freshSheet();
      const first = sheet.update(text);
      const again = sheet.update(text);
      // Only what is computed from itself is tried again: it cannot be kept.
      const circular = first.diagnostics.some(({ message }) => message.includes("computed from itself"));
      if (!circular) expect(again.recomputed).toEqual([]);
      expect(outcome(again)).toEqual(outcome(first));
    }),
    { numRuns: 80 },
  );
});

test("tidying any sheet keeps its values and messages, and is done after once", () => {
  fc.assert(
    fc.property(fc.array(change, { maxLength: 8 }), fc.nat(3), (changes, spaces) => {
      const untidy = changes
        .reduce(changed, lines)
        .map((line) => `${line.replace(" = ", `${" ".repeat(spaces)}=${" ".repeat(spaces)}`)}${" ".repeat(spaces)}`)
        .join("\n\n");
      const tidy = formatScript(untidy);
      expect(formatScript(tidy)).toBe(tidy);
      const told = (text: string) => {
        const { definitions, diagnostics } = freshSheet().update(text);
        return [
          definitions.map(({ name, value }) => [name, summary(value)]),
          diagnostics.map(({ message }) => message.replace(/line \d+/, "")),
        ];
      };
      const withoutPlaces = (values: unknown): unknown =>
        JSON.parse(JSON.stringify(values, (key, value) => (key === "origin" || key === "from" ? undefined : value)));
      expect(withoutPlaces(told(tidy))).toEqual(withoutPlaces(told(untidy)));
    }),
    { numRuns: 80 },
  );
});

test("every example of the reference means the same when it is tidied", () => {
  for (const entry of referenceGroups.flatMap(({ entries }) => entries)) {
    const sheet = new Sheet();
    sheet.attach(exampleAttachments);
    const [before, after] = [exampleScript(entry), formatScript(exampleScript(entry))].map(
      (text) => sheet.update(text).definitions[0].value,
    );
    expect([entry.name, summary(after)]).toEqual([entry.name, summary(before)]);
  }
});
