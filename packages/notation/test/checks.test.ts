import { combine, locatePoint } from "@vertexon/geometry";
import { type Attachment, applyEdits, type Diagnostic, type Shape, Sheet } from "../src";

const evaluated = (script: string, attachments: Attachment[] = []) => {
  const sheet = new Sheet();
  sheet.attach(attachments);
  return sheet.update(script);
};
const shapeOf = (script: string, name = "a", attachments: Attachment[] = []): Shape =>
  evaluated(script, attachments).definitions.find((each) => each.name === name)?.value as Shape;
const found = (script: string, attachments: Attachment[] = []): Diagnostic[] =>
  evaluated(script, attachments).diagnostics;

/** The script after the mend with that label. */
function mended(script: string, label: string, attachments: Attachment[] = []): string {
  const mends = found(script, attachments).flatMap((each) => each.mends);
  const mend = mends.find((each) => each.label === label);
  if (!mend) throw new Error(`no mend "${label}" among ${mends.map((each) => each.label).join(", ")}`);
  return applyEdits(script, mend.edits);
}

test("vertices in the wrong order: each crossing is marked", () => {
  const [crossing, ...others] = found("a = polygon((10, 10), (50, 50), (50, 10), (10, 50))");
  expect(others).toEqual([]);
  expect(crossing).toMatchObject({ severity: "warning", marks: [{ x: 30, y: 30 }] });
  expect(crossing.message).toContain("the outline crosses itself once, at (30, 30): edges 0 and 2");
  expect(found("a = polygon((10, 10), (50, 10), (50, 50), (10, 50))")).toEqual([]);
  // A star that is meant to cross itself says its fill rule, and one with its own function needs none.
  expect(found("a = polygon((each k from 0 to 4: (50, 50) + polar(40, k * 144deg)), fill: evenodd)")).toEqual([]);
});

test("two outlines in one compound shape that cross: two shapes may have been meant", () => {
  const [crossing] = found('a = path("M 10 10 H 50 V 50 H 10 Z M 30 30 H 70 V 70 H 30 Z")');
  expect(crossing.message).toContain("outlines 1 and 2 of this one shape cross");
  expect(crossing.marks).toHaveLength(2);
  expect(found('a = path("M 10 10 H 50 V 50 H 10 Z M 20 20 V 40 H 40 V 20 Z")')).toEqual([]);
});

test.each([
  ['a = path("M 10 10 H 50 V 50 H 10 L 10 10")', "comes back to its start but is open"],
  ['a = path("M 10 10 H 50 V 50 H 10 L 10 11")', "ends 1 from its start and is open"],
  ["a = polyline((10, 10), (50, 10), (50, 50), (10, 50), (10, 10))", "comes back to its start"],
  ["a = polyline(((10, 10), (50, 10), (50, 50), (10, 50), (10, 10)))", "comes back to its start"],
  ["a = trail(from: (10, 10), legs: 4 of (40, bend: 90deg))", "comes back to its start"],
  ["a = trail(from: (10, 10), legs: 4 of (40, bend: 90deg), close: no)", "comes back to its start"],
])("%s %s; the mend closes it", (script, message) => {
  const [diagnostic] = found(script);
  expect(diagnostic.message).toContain(message);
  const closed = mended(script, "Close it");
  expect(found(closed)).toEqual([]);
  expect(shapeOf(closed).outline.subpaths[0].closed).toBe(true);
  expect(shapeOf(closed).area).toBeCloseTo(1600, 6);
});

test("a join is missing: an open outline is used as an area", () => {
  const script = 'a = path("M 10 10 H 50 V 50 H 10")\nb = a union circle((50, 50), radius: 5)';
  const [open] = found(script);
  expect(open.message).toContain("the join of 40 from (10, 50) to (10, 10) is missing");
  expect(open.marks).toEqual([
    { x: 10, y: 10 },
    { x: 10, y: 50 },
  ]);
  expect(mended(script, "Close it")).toContain('"M 10 10 H 50 V 50 H 10 Z"');
  expect(found('a = path("M 10 10 H 50 V 50 H 10")')).toEqual([]); // open, and nobody said that it is an area
});

test("a polygon that repeats its first point: the mend removes it", () => {
  const script = "a = polygon((10, 10), (50, 10), (50, 50), (10, 10))";
  expect(found(script)[0].message).toContain("a polygon closes by itself");
  expect(mended(script, "Remove it")).toBe("a = polygon((10, 10), (50, 10), (50, 50))");
});

test("a rounded angle, repeated, does not meet its start: the mend writes the exact one", () => {
  const trail = "a = trail(from: (80, 30), legs: 11 of (20, bend: 33deg), close: yes)";
  expect(
    found(trail)
      .map(({ message }) => message)
      .join(),
  ).toMatch(/11 times 33deg is 363deg, not 360deg.*closing gap of \d/);
  const exact = mended(trail, "Write 360deg / 11");
  expect(found(exact)).toEqual([]);
  expect(shapeOf(exact).trail?.gap).toBeLessThan(1e-9);

  const fan = "a = polygon(each k from 0 to 6: (100, 100) + polar(40, k * 51deg))";
  expect(mended(fan, "Write 360deg / 7")).toContain("polar(40, k * 360deg / 7)");
  expect(found(mended(fan, "Write 360deg / 7"))).toEqual([]);
  expect(found("a = polygon((each k from 0 to 4: (50, 50) + polar(40, 144deg * k)), fill: evenodd)")).toEqual([]);
  // 191 turns are no figure, though 1200 rad are nearly that.
  expect(found("a = each k from 0 to 1199: sin(k * 1rad)")).toEqual([]);
});

test("points around a centre: an index skipped, or the wrong division of the circle", () => {
  const at = (steps: number[], whole: number) =>
    `a = polygon(${steps.map((k) => `(100, 100) + polar(50, ${k} * 360deg / ${whole})`).join(", ")})`;
  const [skipped] = found(at([0, 1, 2, 3, 5, 6, 7, 8, 9], 10));
  expect(skipped.message).toContain("from vertex 3 to 4 it turns 72° around (100, 100), elsewhere 36°: an index was");
  expect(skipped.marks).toHaveLength(1);
  const [division] = found("a = polygon(each k from 0 to 8: (100, 100) + polar(50, k * 36.5deg))");
  expect(division.message).toContain("9 points 36.5° apart leave 68° between the last and the first: 9 equal steps");
  for (const steps of [
    [0, 1, 2, 3, 4, 5, 6, 7, 8, 9],
    [9, 8, 7, 6, 5, 4, 3, 2, 1, 0],
    [0, 1, 2, 3, 4, 5],
  ])
    expect(found(at(steps, 10))).toEqual([]);
});

test.each([
  ["Write deg", "rotate(12deg)"],
  ["Write rad", "rotate(12rad)"],
  ["Write turn", "rotate(12turn)"],
])("degrees where radians were expected: %s", (label, want) => {
  const script = "a = rect((40, 40), width: 20, height: 10).rotate(12)";
  expect(mended(script, label)).toContain(want);
  expect(found(mended(script, label))).toEqual([]);
  expect(mended("k = 3\na = rect((40, 40), width: 20, height: 10).rotate(k * 4)", "Write deg")).toContain(
    "rotate((k * 4) * 1deg)",
  );
});

test("several levels for one contour: the mend takes the function for several", () => {
  const script = "a = rect((40, 40), width: 20, height: 10)\nb = contour(a, at: (-2, 3))";
  expect(mended(script, "Write contours")).toContain("b = contours(a, at: (-2, 3))");
  expect(found("a = contour((40, 40), at: (-2, 3))")[0].mends).toEqual([]);
});

test("y taken upwards: the mends turn the plan's axis, or mirror the outline", () => {
  const shore = { name: "s.wkt", content: "POLYGON ((10 10, 50 10, 10 30, 10 10))" };
  const script = 'plan 60 by 60, y down\na = outline("s.wkt")';
  expect(found(script, [shore])[0].message).toContain("upside down: y usually grows upwards in WKT");
  const turned = mended(script, "Let the plan's y grow upwards", [shore]);
  expect(turned).toContain("plan 60 by 60, y up");
  const mirrored = mended(script, "Mirror it", [shore]);
  const mirroredShape = shapeOf(mirrored, "a", [shore]);
  expect(locatePoint(40, 28, mirroredShape.operand).side).toBe("inside");
  expect(locatePoint(40, 12, mirroredShape.operand).side).toBe("outside");
  for (const script of [turned, mirrored]) expect(found(script, [shore])).toEqual([]);
});

test("too few segments: facets are found in every unit", () => {
  expect(found("a = circle((160, 120), radius: 100).flatten(2)")[0].message).toMatch(/up to [\d.]+ px from the curve/);
  // Half a px is 0.13 mm at 96 px to an inch; where the unit says nothing, the plan fits a screen.
  expect(found("plan 320 by 240, unit mm\na = circle((160, 120), radius: 100).flatten(0.12)")).toEqual([]);
  expect(found("plan 320 by 240, unit mm\na = circle((160, 120), radius: 100).flatten(0.2)")).toHaveLength(1);
  expect(found("plan 3200 by 2400, unit paces\na = circle((1600, 1200), radius: 1000).flatten(2)")).toEqual([]);
  expect(found("plan 3200 by 2400, unit paces\na = circle((1600, 1200), radius: 1000).flatten(4)")).toHaveLength(1);
});

test("many shapes outside are one finding, with one mend for all; a plan may begin anywhere", () => {
  const circles = Array.from({ length: 70 }, (_, i) => `c${i} = circle((${-400 + 5 * i}, ${10 * i}), radius: 4)`);
  const script = `plan 100 by 100\n${circles.join("\n")}`;
  const findings = found(script);
  expect(findings).toHaveLength(1);
  expect(findings[0].message).toMatch(/^70 shapes outside the plan: x from −404 to −51/);
  const label = findings[0].mends[0].label;
  expect(found(mended(script, label))).toEqual([]);
  expect(mended(script, label)).toMatch(/^plan -404 to 100 by -4 to 694\n/);
  const centred = "plan -50 to 50 by -40 to 40\na = circle((0, 0), radius: 30)\nb = circle((50%, 50%), radius: 3)";
  const { plan, definitions, diagnostics } = evaluated(centred);
  expect(plan).toMatchObject({ x: -50, y: -40, width: 100, height: 80 });
  expect((definitions[1].value as Shape).centre).toMatchObject({ x: 0, y: 0 });
  expect(diagnostics.filter(({ message }) => message.includes("outside"))).toEqual([]);
  expect(found("plan 50 to -50 by 40\na = 1")[0].message).toContain("reaches from a number to a greater one");
});

test("numbers by place that are likely in another order; with their names they are meant", () => {
  const swapped = "a = star(5, (60, 60), 14, 30)";
  expect(found(swapped)[0].message).toBe(
    '"outer" is 14 and "inner" is 30: outer comes first, and is usually the larger one',
  );
  expect(mended(swapped, "Write 30, 14")).toBe("a = star(5, (60, 60), 30, 14)");
  expect(found(mended(swapped, "Write 30, 14"))).toEqual([]);
  expect(found("b = circle((60, 60), radius: 30)\na = field(b, 24, 2)")[0].message).toContain('"cell" is 24');
  expect(found("a = star(5, (60, 60), outer: 14, inner: 30)")).toEqual([]);
});

test("many findings of one kind are one, which acknowledges all; what is meant is left out of it", () => {
  const circles = Array.from({ length: 5 }, (_, i) => `c${i} = circle((${40 * i + 40}, 90), radius: 15).flatten(2)`);
  const [facets, ...others] = found(circles.join("\n"));
  expect(others).toEqual([]);
  expect(facets.message).toMatch(/^facets show at scale 1: .* \(the first of 5 definitions with this\)$/);
  expect(found(mended(circles.join("\n"), "They are all meant"))).toEqual([]);
  // One of them said to be meant: the other four are found still, and that one is not asked to be in the plan.
  const outside = Array.from({ length: 5 }, (_, i) => `c${i} = circle((${-40 * i - 40}, 90), radius: 15)`);
  const [found4, ...rest] = found([...outside.slice(0, 4), `${outside[4]} // meant`].join("\n"));
  expect(rest).toEqual([]);
  expect(found4.message).toMatch(/^4 shapes outside the plan: x from −174.95 to /);
  const first = found([`${outside[0]} // meant`, ...outside.slice(1)].join("\n"));
  expect(first.map(({ message }) => message)).toEqual([expect.stringMatching(/^4 shapes outside the plan/)]);
});

test("a part moved as a whole keeps its size; dragged by its centre it cannot stretch", () => {
  const before = shapeOf("a = ellipse((40, 40), rx: 20, ry: 10).rotate(30deg)");
  const after = shapeOf("a = ellipse((40, 40), rx: 20, ry: 10).rotate(30deg).move(20, 30)");
  expect(after.area).toBeCloseTo(before.area, 9);
});

test("every name has one value: an operation never changes its inputs, and a second value gets its own name", () => {
  const script = "a = circle((50, 50), radius: 30)\nb = circle((70, 50), radius: 20)\na = a difference b";
  const again = mended(script, "Call this one a2");
  const { definitions } = evaluated(again);
  expect(found(again).filter(({ severity }) => severity === "error")).toEqual([]);
  const [a, b, a2] = definitions.map(({ value }) => value as Shape);
  expect(a2.area).toBeCloseTo(a.area - areaOf(a, b), 6);
});

function areaOf(a: Shape, b: Shape): number {
  const { polygons } = combine("intersection", a.operand, b.operand);
  return polygons.reduce((sum, { outer }) => {
    let twice = 0;
    for (let i = 0; i < outer.length; i += 2) {
      const j = (i + 2) % outer.length;
      twice += outer[i] * outer[j + 1] - outer[j] * outer[i + 1];
    }
    return sum + twice / 2;
  }, 0);
}

test("outside the plan: the mends enlarge it, or move the shape in", () => {
  const script = "plan 100 by 80\na = rect((80, 10), width: 40, height: 20) union circle((80, 20), radius: 5)";
  expect(found(script)[0].message).toContain(
    "partly outside the plan: x from 75.05 to 120, and the plan from 0 to 100",
  );
  const larger = mended(script, "Enlarge the plan to 120 by 80");
  const moved = mended(script, "Move it in");
  expect(moved).toContain("radius: 5)).move(-20, 0)");
  for (const text of [larger, moved]) expect(found(text)).toEqual([]);
  expect(found("plan 10 by 10\na = circle((-30, 5), radius: 4)")[0].message).toContain("outside the plan: x");
});

test("covered by what is drawn later: the mend draws it after that", () => {
  const script = "a = circle((50, 50), radius: 10)\nb = circle((50, 50), radius: 30)\n";
  expect(found(script)[0]).toMatchObject({ line: 1, message: expect.stringContaining("lies inside b") });
  const mend = mended(script, "Draw it after b");
  expect(mend).toBe("b = circle((50, 50), radius: 30)\na = circle((50, 50), radius: 10)\n");
  expect(found(mend)).toEqual([]);
});

test.each([
  ["a = coordinates(x: (1, 2, 3), y: (4, 5))", "3 x and 2 y: x value 3, 3, has no y beside it"],
  ["a = coordinates(x: (1, 2), y: (4, 5), count: 3)", "3 points are stated, but there are 2"],
  ["a = pairs(1, 2, 3, 4, 5)", "5 numbers make 2 points: 5, the last, has no y beside it"],
])("%s: %s", (script, message) => {
  expect(found(script)[0].message).toBe(message);
});

test.each([
  ["a = cirle((50, 50), radius: 20)", "Write circle", "a = circle((50, 50), radius: 20)"],
  ["a = circle((50, 50), radus: 20)", "Write radius", "a = circle((50, 50), radius: 20)"],
  ["a = circle(20, (50, 50))", "Swap it with the point", "a = circle((50, 50), 20)"],
  [
    "a = ((0, 0), (9, 0), (0, 9))\nb = distance(a)",
    "Make them a polygon",
    "a = ((0, 0), (9, 0), (0, 9))\nb = distance(polygon(a))",
  ],
  ["a = circle((50, 50), radius: 20)\nemit a as wtk", "Write wkt", "a = circle((50, 50), radius: 20)\nemit a as wkt"],
])("%s → %s", (script, label, want) => {
  const text = mended(script, label);
  if (want) expect(text).toBe(want);
  expect(found(text)).toEqual([]);
});

test("a number that is too large is not swapped with another one", () => {
  expect(found("a = distance(circle((50, 50), radius: 20)).repeat(1e400, 5, 3)")).toMatchObject([
    { message: '"dx" is Infinity; a finite number is needed', mends: [] },
  ]);
});

test("a radius larger than its edge allows says what it was clamped to; a skew near a quarter turn why it vanishes", () => {
  const [clamped] = found("a = rect((20, 20), width: 60, height: 30, rx: 40)");
  expect(clamped).toMatchObject({
    severity: "warning",
    message: expect.stringContaining("reduced from 40 to 30, half the width"),
  });
  expect(found("a = rect((20, 20), width: 60, height: 30).skew(89.9deg)")[0].message).toContain(
    "choose a smaller angle",
  );
  expect(found("a = polygon((10, 10), (50, 10), (30, 40), round: 30)")[0].message).toContain(
    "has room for a radius of",
  );
});

test("a mistake in the body of a function is said there, once, and at every call", () => {
  const script = "fn dot(x) = circle((x, 20), radus: 3)\na = dot(20)\nb = dot(40)";
  const complaints = found(script).map(({ line, column, message }) => `${line}:${column} ${message}`);
  expect(complaints).toEqual([
    '1:29 "circle" has no argument "radus"; did you mean "radius"?',
    '2:5 in "dot": "circle" has no argument "radus"; did you mean "radius"?',
    '3:5 in "dot": "circle" has no argument "radus"; did you mean "radius"?',
  ]);
  expect(found(mended(script, "Write radius"))).toEqual([]);
});

test.each([
  [
    "a polygon around half a turn",
    "a = polygon((each k from 0 to 7: (50, 50) + polar(40, k * 22.5deg)))",
    /8 points 22.5° apart go around only 157.5°/,
  ],
  [
    "an empty intersection",
    "b = circle((20, 20), radius: 5)\nc = circle((80, 20), radius: 5)\na = b intersection c",
    /empty: b and c do not overlap/,
  ],
  [
    "a difference that leaves nothing",
    "b = circle((50, 20), radius: 5)\na = b difference rect((0, 0), 100, 50)",
    /empty: nothing of b is left/,
  ],
  ["a level that is never reached", "b = circle((50, 20), radius: 5)\na = contour(b, at: -6)", /nowhere met/],
  ["a shape that is sifted away", "b = circle((50, 20), radius: 5)\na = b.sift(99)", /empty: nothing is left/],
  ["an empty list", "b = circle((50, 20), radius: 5)\na = polyline((0, 90), (9, 90)).clip(b)", /an empty list/],
  ["no area", "a = polygon((10, 10), (20, 20), (30, 30))", /no area/],
  [
    "a start that is just missed",
    'a = path("M 10 10 H 60 V 50 H 10.1 Z V 10.05 Z M 20 20 H 30 V 30 H 20 V 20.02 Z")',
    /misses the start by 0.02/,
  ],
  [
    "a trail closed by an edge that nobody stated",
    "a = trail(from: (20, 20), legs: (list(40), (40, bend: 90deg), 30), close: yes)",
    /closed by an edge of .* that no leg states/,
  ],
  ["shares written as numbers", "a = rect((0.1, 0.2), to: (0.9, 0.8))", /within one px of the origin.*50%/],
])("%s is found, and quiet once it is said to be meant", (_, definitions, message) => {
  const script = `plan 100 by 100\n${definitions}`;
  const finding = found(script).find((each) => message.test(each.message));
  expect(finding?.severity).toBe("warning");
  const mend = finding!.mends.find(({ label }) => label === "It is meant")!;
  const meant = applyEdits(script, mend.edits);
  expect(meant).toContain(" // meant");
  expect(found(meant).filter((each) => message.test(each.message))).toEqual([]);
  // Only findings: an error stays one.
  expect(found("a = circl((1, 1), 2) // meant")).toHaveLength(1);
});
