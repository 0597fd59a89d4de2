import { arcReadings, Sheet } from "../src";

const complaints = (script: string): string[] =>
  new Sheet()
    .update(script)
    .diagnostics.filter(({ severity, message }) => severity === "error" || message.includes("range"))
    .map(({ line, column, message }) => `${line}:${column} ${message}`);

test.each([
  ["a = circle((1, 2), radus: 3)", '1:20 "circle" has no argument "radus"; did you mean "radius"?'],
  ["a = cirle((1, 2), 3)", '1:5 no function "cirle"; did you mean "circle"?'],
  ["a = circle((1, 2), 3).rotat(1deg)", '1:23 a shape has no method "rotat"; did you mean "rotate"?'],
  ["lanes = 3\na = lane", '2:5 no definition of "lane"; did you mean "lanes"?'],
  ["a = circle", '1:5 "circle" is a function: it needs its arguments in brackets'],
  [
    "a = circle((1, 2))",
    '1:5 "circle" is missing "radius" (a number): in plan units, greater than 0. Example: circle((40, 40), radius: 30)',
  ],
  ["a = circle(3, (1, 2))", '1:12 "at" takes a point, not a number'],
  ["a = circle((1, 2), 3, 4)", '1:23 "circle" takes at most 2 arguments: at, radius'],
  ["a = circle((1, 2), radius: 3, radius: 4)", '1:31 "radius" is given twice'],
  ["a = circle((1, 2), radius: -3)", '1:28 "radius" must be greater than 0, not -3'],
  ["a = circle((1, 2), radius: 1 / 0)", '1:28 "radius" is Infinity; a finite number is needed'],
  ["a = regular(2.5, at: (0, 0), radius: 1)", '1:13 "count" must be a whole number from 3 to 100000, not 2.5'],
  ["a = rect((0, 0), width: 3)", '1:5 rect needs "height", or the opposite corner as "to"'],
  ["a = polygon((0, 0), (1, 1))", "1:13 a polygon needs at least 3 points, not 2"],
  ["a = conic((0, 0), (1, 1))", "1:11 a conic needs a start, a control point and an end, not 2 points"],
  ["a = conic((0, 0), (1, 1), (2, 0), weight: 0)", "1:43 the weight of control point 1 must be greater than 0, not 0"],
  [
    "a = conic((0, 0), (1, 1), (2, 0), weight: (1, 2))",
    "1:43 one weight for all or one for each control point: 1, not 2",
  ],
  ["a = circle((0, 0), 1).scale(0)", "1:29 a factor of 0 would leave no area"],
  ["a = circle((0, 0), 1).radius", '1:23 a shape has no property "radius"; it has area, vertices, centre, centroid'],
  ["a = circle((0, 0), 1).move", '1:23 "move" needs its arguments in brackets'],
  [
    "a = ((1, 2), (5, 2), (3, 6))\nb = distance(a)",
    '2:14 "shape" takes a shape, not a list of points; polygon(…) makes a shape of them',
  ],
  ["a = circle((1, 2, 3), radius: 4)", '1:12 "at" takes a point; a point has two numbers, (x, y), not three'],
  ["a = 12deg + 3", "1:5 an angle cannot be added to a number"],
  ["a = 3 union 4", '1:5 "union" combines shapes and distances, not a number'],
  ["a = circle((0, 0), 1) union (b, circle((1, 1), 1))", '1:30 no definition of "b"'],
  ["a = circle((1, 2), 3)\na = 4", '2:1 "a" is defined already, on line 1'],
  ["pi = 3", '1:1 "pi" is a constant: choose another name'],
  ["a = 5 from 6 to 9", "1:5 5 lies outside its range from 6 to 9"],
  ["a = 5 from 9 to 6", "1:17 the range's end must be greater than 9"],
  ["a = (1, 2) from 1 to 2", "1:5 only a number can have a range, not a point"],
  ["tolerance 0", "1:11 the tolerance must be written as a number greater than 0"],
  ["tolerance 1\ntolerance 2", '2:1 "tolerance" is stated already, on line 1'],
  ["plan 3 by x", "1:11 the plan's height must be written as a number greater than 0"],
  ["a = circle((0, 0), 1)\nemit a as wtk", '2:11 no form "wtk"; did you mean "wkt"?'],
  ["a = 3deg\nemit a as wkt", '2:6 shapes, points, numbers, probes and fields are handed off; "a" is an angle'],
  ["a = circle((0, 0), 1)\nemit a as wkt, decimals 99", "2:25 decimals takes a whole number from 0 to 17, or exact"],
  ['a = path("M 1 1 L 2 q")', '1:21 path data, character 11: expected a number, found "q"'],
  [
    "a = circle((0, 0), 1e9).flatten(1e-9)",
    "1:5 subpath 1, segment 1: the tolerance 1e-9 is finer than doubles are at these coordinates",
  ],
  [
    "a = circle((0, 0), 1)\nb = field(a, cell: 0.001)",
    "2:20 a field of 320000 by 240000 cells is too large: at most 4000000 cells, so a cell of 0.14 or more",
  ],
  // Grammar.
  ["a = circle((1, 2)", "1:17 a bracket is not closed"],
  ["a = 3 +", "1:7 expected a value, found the end"],
  ["a = ", "1:3 expected a value, found the end"],
  ["a b = 3", '1:3 expected "=" after the name "a", found "b"'],
  ["= 3", '1:1 expected a statement: name = …, plan, tolerance, picture, fn or emit, found "="'],
  [
    "plan 3",
    "1:6 expected plan WIDTH by HEIGHT, or plan LEAST to GREATEST by LEAST to GREATEST, then y down or y up, unit NAME, found the end",
  ],
  ["a = b union", "1:11 expected a shape, found the end"],
  [
    "a = b union c difference d",
    '1:15 "union" and "difference" in one line can be read in two ways: put brackets around the one that comes first',
  ],
])("%s → %s", (script, message) => {
  expect(complaints(script)).toContain(message);
});

test("a bare number where an angle is needed says what each unit would mean", () => {
  expect(complaints("a = circle((1, 2), 3).rotate(12)")).toEqual([
    '1:30 "angle" is an angle and needs a unit: 12deg is 0.20944 rad, 12rad is 687.55 deg, 12turn is 4320 deg',
  ]);
});

test("a circle of definitions is named, whoever asks first", () => {
  expect(complaints("a = b\nb = c\nc = a").join("\n")).toContain('"c" is computed from itself: c → a → b → c');
});

test("a mistake in one statement spoils only what depends on it", () => {
  const { definitions, diagnostics } = new Sheet().update("a = circle((0, 0), 1\nb = circle((5, 5), 2)\nc = a union b");
  expect(diagnostics.filter(({ severity }) => severity === "error").map(({ line }) => line)).toEqual([1, 3]);
  expect(definitions.map(({ name, value }) => [name, value?.type])).toEqual([
    ["b", "shape"],
    ["c", undefined],
  ]);
});

test("statements go on over indented lines, closing brackets, comments and quoted text", () => {
  const script = `a = polygon(
  (0, 0), // first
// a comment in the first column

  (4, 0),
  (0, 4),
)
b = path("M 5 0
L 9 0 L 5 4 Z")
`;
  const { definitions, diagnostics } = new Sheet().update(script);
  expect(diagnostics).toEqual([]);
  for (const { value } of definitions) expect(value).toMatchObject({ area: 8 });
});

test("a text without a statement has no readings, and fails as a mistake does", () => {
  expect(arcReadings("")).toEqual([]);
  expect(arcReadings("// only a comment")).toEqual([]);
  expect(arcReadings("a = sector((0, 0)")).toEqual([]);
});
