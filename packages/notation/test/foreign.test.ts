import { applyEdits, type Shape, Sheet } from "../src";

const evaluated = (script: string) => new Sheet().update(script);
const errorsOf = (script: string) => evaluated(script).diagnostics.filter(({ severity }) => severity === "error");

// What people bring along: words, signs and orders of elsewhere; what is wrong with each, and what its first mend makes of it.
test.each<[script: string, message: RegExp, mended: string | null]>([
  ["a = line((0, 0), (9, 9))", /polyline\(\(0, 0\)/, "a = polyline((0, 0), (9, 9))"],
  ["a = line(2, 3)", /polyline\(\(0, 0\)/, null],
  ["a = circle(10, 20, 5)", /in brackets/, "a = circle((10, 20), 5)"],
  ["a = circle((10, 20, 5))", /two numbers, \(x, y\), not three/, "a = circle((10, 20), 5)"],
  ["a = rect(10, 10, 20, 20)", /in brackets/, "a = rect((10, 10), 20, 20)"],
  ["a = polygon(10, 10, 90, 20, 50, 70)", /each two coordinates/, "a = polygon((10, 10), (90, 20), (50, 70))"],
  ["a = polygon((10, 10, 90, 20, 50, 70))", /each two coordinates/, "a = polygon(((10, 10), (90, 20), (50, 70)))"],
  ["a = rect((0, 0), 9, 9).rotate(270°)", /270deg/, "a = rect((0, 0), 9, 9).rotate(270deg)"],
  [
    "a = arc((50, 50), 40, start: 30deg, end: 90deg)",
    /called "from"/,
    "a = arc((50, 50), 40, from: 30deg, sweep: 90deg - 30deg)",
  ],
  ["a = arc((50, 50), 40, from: 0deg, end: 90deg)", /"sweep"/, "a = arc((50, 50), 40, from: 0deg, sweep: 90deg)"],
  ["a = circle((9, 9), radius: 5, segments: 32)", /flatten\(count: 32\)/, null],
  ["a = circle(cx: 10, cy: 20, r: 5)", /one point, "at"/, "a = circle(at: (10, 20), radius: 5)"],
  ["a = rect(x: 5, y: 6, width: 3, height: 3)", /"corner"/, "a = rect(corner: (5, 6), width: 3, height: 3)"],
  ["a = circle((9, 9), r: 5)", /called "radius"/, "a = circle((9, 9), radius: 5)"],
  ["a = circle((50vw, 10), 5)", /no vw/, null],
  [
    "a = rect((0, 0), 9, 9) intersect rect((5, 5), 9, 9)",
    /no operator/,
    "a = rect((0, 0), 9, 9) intersection rect((5, 5), 9, 9)",
  ],
  ["a = rect((0, 0), 9, 9) unoin rect((5, 5), 9, 9)", /no operator/, "a = rect((0, 0), 9, 9) union rect((5, 5), 9, 9)"],
  [
    "a = subtract(rect((0, 0), 9, 9), rect((5, 5), 9, 9))",
    /a difference b/,
    "a = difference (rect((0, 0), 9, 9), rect((5, 5), 9, 9))",
  ],
  ["b = rect((0, 0), 9, 9)\na = b.union(b)", /stands between shapes/, "b = rect((0, 0), 9, 9)\na = b union (b)"],
  ["b = rect((0, 0), 9, 9)\na = b - b", /combined by words/, "b = rect((0, 0), 9, 9)\na = b difference b"],
  [
    "b = distance(rect((0, 0), 9, 9))\na = b - b",
    /distances are combined by words/,
    "b = distance(rect((0, 0), 9, 9))\na = b difference b",
  ],
  [
    "b = distance(rect((0, 0), 9, 9))\na = b.round(2)",
    /called rounded/,
    "b = distance(rect((0, 0), 9, 9))\na = b.rounded(2)",
  ],
  ["a = distance(rect((0, 0), 9, 9)).grow(2)", /offset\(5\) grows it/, null],
  ["a = distance(rect((0, 0), 9, 9)).subtract(2)", /a difference b/, null],
  ["a = distance(rect((0, 0), 9, 9)).quux(2)", /it has offset, shell/, null],
  ["a = rounded_rect((0, 0), width: 9, height: 9)", /rx: 8/, null],
  [
    "b = distance(rect((0, 0), 9, 9))\na = contour(b, level: 2)",
    /called "at"/,
    "b = distance(rect((0, 0), 9, 9))\na = contour(b, at: 2)",
  ],
  ["b = distance(rect((0, 0), 9, 9))\na = blend(b, b, k: 2)", /is "radius"/, null],
  [
    "b = distance(rect((0, 0), 9, 9))\na = b and b",
    /a intersection b/,
    "b = distance(rect((0, 0), 9, 9))\na = b intersection b",
  ],
  ["b = rect((0, 0), 9, 9)\na = not b", /a difference b/, null],
  ["a = field(rect((0, 0), 9, 9), resolution: 512)", /cell: box.width \/ 512/, null],
  [
    "b = rect((0, 0), 9, 9).place((9, 9), (30, 30))\na = distance(b)",
    /not a list of them/,
    "b = rect((0, 0), 9, 9).place((9, 9), (30, 30))\na = distance(union(b))",
  ],
  ["b = ((9, 9), (30, 30))\na = circle(b, radius: 3)", /\.place\(…\)/, null],
  [
    "b = distance(rect((0, 0), 9, 9))\na = b - 2",
    /grows by offset/,
    "b = distance(rect((0, 0), 9, 9))\na = b.offset(2)",
  ],
  [
    "b = distance(rect((0, 0), 9, 9))\na = b + 2",
    /shrinks by a negative one/,
    "b = distance(rect((0, 0), 9, 9))\na = b.offset(-2)",
  ],
  [
    "b = distance(rect((0, 0), 9, 9))\nk = 2\na = b + k",
    /grows by offset/,
    "b = distance(rect((0, 0), 9, 9))\nk = 2\na = b.offset(-1 * k)",
  ],
  [
    "b = distance(rect((0, 0), 9, 9))\na = min(b, b)",
    /their union/,
    "b = distance(rect((0, 0), 9, 9))\na = (b union b)",
  ],
  [
    "b = distance(rect((0, 0), 9, 9))\na = max(b, b, b)",
    /their intersection/,
    "b = distance(rect((0, 0), 9, 9))\na = (b intersection b intersection b)",
  ],
  ["b = distance(rect((0, 0), 9, 9))\na = abs(b)", /"shell" by that width/, null],
  ["b = distance(rect((0, 0), 9, 9))\na = -b", /"difference" leaves out/, null],
  ["b = rect((0, 0), 9, 9)\na = b.translate(5, 5)", /called move/, "b = rect((0, 0), 9, 9)\na = b.move(5, 5)"],
  ["a = rotate(rect((5, 5), 9, 9), 30deg)", /written after a shape/, "a = rect((5, 5), 9, 9).rotate(30deg)"],
  ["a = rectangle((0, 0), 9, 9)", /called rect/, "a = rect((0, 0), 9, 9)"],
  ["a = rect((0, 0), (9, 9))", /takes a number/, "a = rect((0, 0), to: (9, 9))"],
  ["a = arcto((0, 0), (9, 9), rx: 9)", /arcradii.*round/, "a = arcradii((0, 0), (9, 9), rx: 9)"],
  ["a = arcto(0, 0, 9, 9, 4)", /arcradii.*round/, null],
  ["let a = 5", /needs no "let"/, "a = 5"],
  ["a = 5;", /without a semicolon/, "a = 5"],
  ["# note", /begin with \/\//, "// note"],
  ["a = if true then 1 else 2", /written yes/, "a = if yes then 1 else 2"],
  ["def f(x) = x", /fn name/, "fn f(x) = x"],
  ["a = 45degrees", /written deg/, "a = 45deg"],
  ["a = 12mmm", /"mmm" is no unit/, null],
  ["a = star((40, 40), 5, 30, 12)", /takes a number, not a point/, "a = star(5, (40, 40), 30, 12)"],
])("%s says what is meant, and its mend is right", (script, message, mended) => {
  const [error] = errorsOf(script);
  expect(error.message).toMatch(message);
  const texts = error.mends.map(({ edits }) => applyEdits(script, edits));
  expect(texts[0] ?? null).toBe(mended);
  for (const text of texts) expect(errorsOf(text)).toEqual([]);
});

test("what is missing is named, with an example, and nothing is made up for it", () => {
  const [error] = errorsOf("a = circle((50, 50))");
  expect(error).toMatchObject({ message: expect.stringContaining("Example: circle((40, 40), radius: 30)"), mends: [] });
});

const areaOf = (expression: string): number =>
  (evaluated(`plan 300 by 400\na = ${expression}`).definitions[0].value as Shape).area;

test("arguments by place go on after a list, or at the first value that does not fit", () => {
  expect(errorsOf("a = coordinates((50, 150, 250), (250, 300, 250), 3)")).toEqual([]);
  const byPlace = evaluated("a = regular(6, (40, 40), 30, 20deg)").definitions[0].value as Shape;
  const byName = evaluated("a = regular(6, at: (40, 40), radius: 30, facing: 20deg)").definitions[0].value as Shape;
  expect(byPlace.polygons).toEqual(byName.polygons);
  expect(areaOf("polygon((0, 0), (9, 0), (9, 9), 1)")).toBeCloseTo(
    areaOf("polygon((0, 0), (9, 0), (9, 9), round: 1)"),
    9,
  );
  // An argument by its place never replaces one by its name.
  for (const call of ["circle(at: (0, 0), (5, 5), radius: 3)", "circle((5, 5), at: (0, 0), radius: 3)"])
    expect(errorsOf(`a = ${call}`)[0].message).toContain('"at" is given twice: by its name, and by its place');
});

test("shares stand wherever a length, a radius or a factor does", () => {
  // A radius is of the diagonal over the root of two: 250 √2 / √2 … of 300 by 400.
  expect(areaOf("rect((0, 0), width: 50%, height: 10%)")).toBeCloseTo(150 * 40, 9);
  const circle = evaluated("plan 300 by 400\na = circle((50%, 50%), radius: 10%)").definitions[0].value as Shape;
  expect(circle.extent).toBeCloseTo(0.2 * Math.hypot(300, 400), 6);
  expect(areaOf("rect((0, 0), 40, 40).offset(10% - 30, join: miter)")).toBeCloseTo(
    (40 + 2 * (50 / Math.SQRT2 - 30)) ** 2,
    6,
  );
  expect((evaluated("a = rect((0, 0), 9, 9).opacity(10%)").definitions[0].value as Shape).opacity).toBe(0.1);
  expect(areaOf("rect((0, 0), 40, 40).scale(50%)")).toBeCloseTo(400, 9);
  // A share can be dragged: it is the percentage that changes.
  expect(circle.handles.flatMap(({ grips }) => grips).some(({ label }) => label === "radius")).toBe(true);
  expect(errorsOf("a = sqrt(10%)")[0].message).toContain("not a share");
});

test("two numbers become a list by its name, which can be repeated", () => {
  const dashed = (dash: string) => areaOf(`polyline((0, 0), (300, 0)).stroke(4, dash: ${dash})`);
  expect(dashed("2 of list(80, 40)")).toBeCloseTo(dashed("list(80, 40)"), 9);
  expect(evaluated("a = list(80, 40).length").definitions[0].value).toMatchObject({ value: 2 });
});
