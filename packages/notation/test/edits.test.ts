import { transformPoint } from "@vertexon/geometry";
import fc from "fast-check";
import {
  addProbePoint,
  applyEdits,
  exampleAttachments,
  exampleScript,
  moveHandle,
  referenceGroups,
  type Shape,
  Sheet,
  writeNumber,
} from "../src";
import { parser } from "../src/grammar";

function handlesOf(script: string, name: string) {
  const definition = new Sheet().update(script).definitions.find((each) => each.name === name)!;
  const handles = (definition.value as Shape).handles;
  return { from: definition.span.from, handles };
}

test("a handle goes exactly where it is put, through every transform", () => {
  const place = fc.integer({ min: -200, max: 200 });
  fc.assert(
    fc.property(place, place, fc.integer({ min: 1, max: 359 }), (x, y, degrees) => {
      const script = `// first\na = circle((10, -20), radius: 5).rotate(${degrees}deg, about: (3, 4)).scale(2, -1, about: (0, 0)).move(7, 8)`;
      const { from, handles } = handlesOf(script, "a");
      const changed = applyEdits(script, moveHandle(handles[0], from, x, y, 9));
      const [moved] = handlesOf(changed, "a").handles;
      const [mx, my] = transformPoint(moved.map, moved.x, moved.y);
      expect(Math.hypot(mx - x, my - y)).toBeLessThan(1e-8);
    }),
    { numRuns: 60 },
  );
});

test("only numbers are rewritten: a coordinate that is computed stays", () => {
  const script = "tee = (62, 232)\na = capsule((tee.x, 5), (-30, 40), radius: 4)";
  const { from, handles } = handlesOf(script, "a");
  expect(handles).toHaveLength(2);
  expect(applyEdits(script, moveHandle(handles[0], from, 99, 7.25, 1))).toBe(
    script.replace("(tee.x, 5)", "(tee.x, 7.3)"),
  );
  expect(applyEdits(script, moveHandle(handles[1], from, -1.04, 2, 1))).toBe(script.replace("(-30, 40)", "(-1, 2)"));
});

test.each([
  // Compact data: numbers that ran together get the space they need, and only absolute points can be moved.
  ["M10-5 20.5.5l3 4Z", 0, "M7 8 20.5.5l3 4Z"],
  ["M10-5 20.5.5l3 4Z", 1, "M10-5 7 8l3 4Z"],
  ["M.5.5L3 4 5 6", 0, "M7 8L3 4 5 6"],
  ["M0 0H5V6Z", 1, "M0 0H7V6Z"],
  ["M0 0H5V6Z", 2, "M0 0H5V8Z"],
  ["M0 0C1 2 3 4 5 6S7 8 9 9", 1, "M0 0C7 8 3 4 5 6S7 8 9 9"],
])("path data %s, point %d moved to (7, 8): %s", (data, index, want) => {
  const script = `a = path("${data}")`;
  const { from, handles } = handlesOf(script, "a");
  expect(applyEdits(script, moveHandle(handles[index], from, 7, 8, 2))).toBe(`a = path("${want}")`);
});

test("what stands behind a name is dragged where it was written", () => {
  expect(handlesOf("a = polygon((0, 0), (1, 0), (0, 1))\nb = a.move(5, 5)", "b").handles).toEqual([]);
  expect(handlesOf("a = circle((0, 0), 1) union rect((2, 2), to: (3, 3))", "a").handles).toHaveLength(3);
});

test.each([
  ["p = probe(a, at: (1, 2))", "p = probe(a, at: ((1, 2), (3, 4)))"],
  ["p = probe(a, at: ((1, 2), (5, 6)))", "p = probe(a, at: ((1, 2), (5, 6), (3, 4)))"],
  ["p = probe(a, cup)", "p = probe(a, (cup, (3, 4)))"],
  ["p = probe(a)", null],
  ["p = circle((1, 2), 3)", null],
])("a point added to %s gives %s", (statement, want) => {
  const edit = addProbePoint(statement, 0, "3", "4");
  expect(edit && applyEdits(statement, [edit])).toBe(want);
});

test("numbers are written short", () => {
  expect([writeNumber(1.5, 3), writeNumber(-0.0001, 2), writeNumber(100, 0), writeNumber(0.125, 2)]).toEqual([
    "1.5",
    "0",
    "100",
    "0.13",
  ]);
});

test("every example of the reference evaluates without a complaint", () => {
  for (const entry of referenceGroups.flatMap(({ entries }) => entries)) {
    const sheet = new Sheet();
    sheet.attach(exampleAttachments);
    const { diagnostics, definitions } = sheet.update(exampleScript(entry));
    expect([entry.name, diagnostics]).toEqual([entry.name, []]);
    expect([entry.name, definitions[0].value?.type]).toEqual([entry.name, entry.returns]);
  }
});

test("the grammar reads whole scripts as the statements are cut", () => {
  const script = 'plan 3 by 4, y up, unit mm\n\na = (1,\n  2)\n  // note\nemit a as svg-path, to "x"\n';
  const tree = parser.parse(script).toString();
  expect(tree).not.toContain("⚠");
  expect(tree.match(/Plan|Definition|Emit/g)).toEqual(["Plan", "Definition", "Emit"]);
});
