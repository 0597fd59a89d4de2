import { type Shape, Sheet, type Value } from "../src";

const evaluated = (script: string) => {
  const { definitions, diagnostics } = new Sheet().update(script);
  return {
    value: definitions.at(-1)?.value as Value,
    complaints: diagnostics.map(({ line, column, message }) => `${line}:${column} ${message}`),
  };
};
const numberOf = (script: string): unknown => {
  const { value, complaints } = evaluated(script);
  expect(complaints).toEqual([]);
  return (value as { value: unknown }).value;
};

test.each([
  ["if 2 < 3 then 1 else 2", 1],
  ["if not (2 >= 3) and 1 != 2 or no then 1 else 2", 1],
  ["if 90deg == 0.25turn then 1 else 2", 1],
  ["(each k from 1 to 4: k * k).at(3)", 16],
  ["(each k from 5 to 1: k).at(0)", 5],
  ["(each k from 0 to 1 step 0.1: k).length", 11],
  ["(each i from 0 to 1: each j from 0 to 2: 10 * i + j).at(1).at(2)", 12],
  ["(3 of 7).length", 3],
  ["box.width - box.height", 120],
  ["1in", 96],
  ["2.54cm + 25.4mm + 101.6Q + 72pt + 6pc", 5 * 96],
])("%s is %p", (expression, value) => {
  expect(numberOf(`plan 320 by 200\na = ${expression}`)).toBeCloseTo(value, 9);
});

test("lengths follow the plan's unit and density, shares the axis where they stand", () => {
  expect(numberOf("plan 100 by 100, unit mm\na = 1in")).toBeCloseTo(25.4);
  expect(numberOf("plan 100 by 100, unit px, density 300\na = 1in")).toBe(300);
  expect(evaluated("plan 200 by 100\na = (100% - 12, 40% * 2)").value).toMatchObject({ x: 188, y: 80 });
  expect(evaluated("plan 200 by 100, unit tile\na = 1in").complaints[0]).toContain(
    'the plan\'s unit "tile" is none of CSS',
  );
  expect(evaluated("a = sqrt(10%)").complaints[0]).toContain("not a share");
});

test("functions of the sheet: arguments in order and by name, defaults, recursion, other names", () => {
  const script = `unit = 10
fn blade(length, sweep = 30deg, width = length / 5) = rect((0, -width / 2), width: length, height: width).rotate(sweep, about: (0, 0))
fn area(n) = if n == 0 then 0 else blade(unit).area + area(n - 1)
`;
  expect(numberOf(`${script}a = area(3)`)).toBeCloseTo(60, 9);
  expect(numberOf(`${script}a = blade(20, width: 3).area`)).toBeCloseTo(60, 9);
  const wheel = evaluated(`${script}a = union (each k from 0 to 3: blade(unit, 90deg * k))`).value as Shape;
  // Four blades that overlap in a square of their width.
  expect(wheel.area).toBeCloseTo(4 * 20 - 4 * 1 + 0, 0);
});

test("only what calls a function depends on it, and its repair is noticed", () => {
  const sheet = new Sheet();
  const script = "fn f(x) = 2 * x\na = f(3)\nb = 5\nc = g(1)";
  expect(sheet.update(script).diagnostics).toHaveLength(1);
  const changed = sheet.update(script.replace("2 * x", "4 * x"));
  expect(changed.recomputed).toEqual(["a"]);
  expect(changed.definitions[0].value).toMatchObject({ value: 12 });
  expect(sheet.update(`${script}\nfn g(x) = x`).diagnostics).toEqual([]);
  expect(sheet.update(script).diagnostics).toHaveLength(1);
});

test.each([
  ["fn f(n) = f(n + 1)\na = f(1)", '2:5 in "f": "f" calls itself more than 120 times: add a condition that ends it'],
  ["fn f(n) = circle((0, 0), radius: n)\na = f(-1)", '2:5 in "f": "radius" must be greater than 0, not -1'],
  ["fn f(n) = n\na = f()", '2:5 "f" is missing its argument "n"'],
  ["fn f(count) = count\na = f(cuont: 1)", '2:7 "f" has no argument "cuont"; did you mean "count"?'],
  ["fn f(n) = n\na = f(1, 2)", '2:10 "f" takes at most 1 argument: n'],
  ["fn f(n, n) = n", '1:4 "f" has two parameters called "n"'],
  ["fn circle(n) = n", '1:4 "circle" is a built-in function: choose another name'],
  ["fn f(n) = n\nfn f(n) = n", '2:4 "f" is defined already, on line 1'],
  ["fn blade(n) = n\na = blad(1)", '2:5 no function "blad"; did you mean "blade"?'],
  ["a = each k from 0 to 1e9: k", "1:5 more than 200000 repetitions and calls in one definition"],
  ["a = each k from 0 to 3 step -1: k", "1:29 steps of -1 do not lead from 0 to 3"],
  ["a = if 3 then 1 else 2", "1:8 expected a condition such as a < b, not a number"],
  ["a = (1, 2) < (3, 4)", "1:5 a point cannot be compared with a point"],
  ["a = (each k from 0 to 2: k).at(3)", "1:32 the index must be a whole number from 0 to 2, not 3"],
  [
    "a = each k from 0",
    "1:17 expected each NAME from FIRST to LAST: VALUE, where LIST.at(NAME) is an item of a list, found the end",
  ],
  ["a = if 2 < 3 then 4", "1:19 expected if CONDITION then VALUE else VALUE, found the end"],
  ["box = 3", '1:1 "box" is a constant: choose another name'],
])("%s → %s", (script, message) => {
  expect(evaluated(script).complaints).toContain(message);
});

test("a trail closes, and tells its places, its gap, its turning number and the circle that fits", () => {
  const shape = evaluated("a = trail(from: (50, 20), facing: 0deg, legs: 11 of (10, bend: 360deg / 11), close: yes)")
    .value as Shape;
  const { gap, turns, circle, legs } = shape.trail!;
  expect(legs).toHaveLength(11);
  expect(gap).toBeLessThan(1e-12);
  expect(shape.vertexCount).toBe(11);
  expect(turns).toBeCloseTo(1, 12);
  const radius = 5 / Math.sin(Math.PI / 11);
  expect(circle?.radius).toBeCloseTo(radius, 9);
  expect(circle?.deviation).toBeLessThan(1e-9);
  expect(shape.area).toBeCloseTo((11 / 2) * radius ** 2 * Math.sin((2 * Math.PI) / 11), 6);
  // A rounded angle does not meet its start.
  const rounded = evaluated("a = trail(from: (50, 20), legs: 11 of (10, bend: 33deg), close: yes)").value as Shape;
  expect(rounded.trail!.gap).toBeGreaterThan(0.5);
  expect(Math.abs(rounded.trail!.turns)).toBeCloseTo(1, 12);
});

test("legs along arcs, nested repeats, and bends", () => {
  // A stadium: two straight legs and two half circles of radius 10.
  const stadium = evaluated("a = trail(from: (0, 0), legs: 2 of (30, (pi * 10, sweep: 180deg)), close: yes)")
    .value as Shape;
  expect(stadium.trail).toMatchObject({ gap: expect.closeTo(0, 9), turns: expect.closeTo(1, 9) });
  expect(Math.abs(stadium.area - (600 + Math.PI * 100))).toBeLessThan(0.05 * 63);
  const steps = evaluated("a = trail(from: (0, 0), legs: 2 of (2 of (5, bend: 90deg), (5, bend: -90deg)))")
    .value as Shape;
  expect(steps.trail!.legs.map(({ x, y }) => [Math.round(x), Math.round(y)])).toEqual([
    [5, 0],
    [5, 5],
    [0, 5],
    [0, 10],
    [-5, 10],
    [-5, 5],
  ]);
  expect(evaluated("a = trail(from: (0, 0), legs: (5, bent: 90deg))").complaints[0]).toContain('did you mean "bend"?');
});
