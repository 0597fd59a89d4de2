import { bounds, locatePoint } from "@vertexon/geometry";
import { type Shape, Sheet, type Value } from "../src";

const evaluated = (expression: string) => {
  const { definitions, diagnostics } = new Sheet().update(`tolerance 0.001\na = ${expression}`);
  return {
    value: definitions[0].value as Value,
    complaint: diagnostics.find(({ severity }) => severity === "error")?.message,
  };
};
const shapeOf = (expression: string): Shape => {
  const { value, complaint } = evaluated(expression);
  expect(complaint).toBeUndefined();
  return value as Shape;
};

const turned = (degrees: number, r: number): [number, number] => [
  r * Math.cos((degrees * Math.PI) / 180),
  r * Math.sin((degrees * Math.PI) / 180),
];

// Exact area, and points that must lie on the outline.
test.each<[string, number, [number, number][]]>([
  [
    "polyline((0, 0), (10, 0), (10, 10))",
    50,
    [
      [5, 0],
      [10, 5],
    ],
  ],
  [
    "arc((0, 0), radius: 10, from: 30deg, sweep: 180deg)",
    50 * Math.PI,
    [turned(30, 10), turned(120, 10), turned(210, 10)],
  ],
  ["arcvia((10, 0), (0, 10), (-10, 0))", 50 * Math.PI, [[0, 10]]],
  ["arcvia((10, 0), (0, -10), (-10, 0))", 50 * Math.PI, [[0, -10]]],
  ["arcfacing((10, 0), facing: 90deg, to: (-10, 0))", 50 * Math.PI, [[0, 10]]],
  ["arcfacing((10, 0), facing: -90deg, to: (-10, 0))", 50 * Math.PI, [[0, -10]]],
  ["arcradii((10, 0), (-10, 0), rx: 10)", 50 * Math.PI, [[0, 10]]],
  [
    "arcradii((10, 0), (-10, 0), rx: 20, ry: 10, sweep: no)",
    NaN,
    [
      [10, 0],
      [-10, 0],
    ],
  ],
  ["sector((0, 0), radius: 10, from: 0deg, sweep: 90deg)", 25 * Math.PI, [[0, 0], [10, 0], [0, 5], turned(45, 10)]],
  [
    "sector((0, 0), radius: 10, sweep: 1turn)",
    100 * Math.PI,
    [
      [10, 0],
      [-10, 0],
    ],
  ],
  // Four quarters of a circle; and a parabola's arc.
  [
    "conic((10, 0), (10, 10), (0, 10), (-10, 10), (-10, 0), (-10, -10), (0, -10), (10, -10), weight: sqrt(0.5))",
    100 * Math.PI,
    [turned(45, 10), turned(200, 10)],
  ],
  ["conic((0, 0), (5, 10), (10, 0))", 100 / 3, [[5, 5]]],
  ["segment((0, 0), radius: 10, from: 0deg, sweep: 90deg)", 25 * Math.PI - 50, [[5, 5], turned(45, 10)]],
  [
    "ring((0, 0), outer: 10, inner: 5)",
    75 * Math.PI,
    [
      [10, 0],
      [-5, 0],
    ],
  ],
  ["ring((0, 0), outer: 10, inner: 5, from: 90deg, sweep: -90deg)", 18.75 * Math.PI, [[7, 0], [0, 7], turned(45, 5)]],
  ["star(4, at: (0, 0), outer: 10, inner: 5)", 4 * 2 * 0.5 * 50 * Math.sin(Math.PI / 4), [[10, 0], turned(45, 5)]],
  [
    "regular(4, at: (0, 0), radius: (10, 5, 10, 5))",
    100,
    [
      [10, 0],
      [0, 5],
    ],
  ],
  [
    "parallelogram((0, 0), along: (10, 0), across: (3, 4))",
    40,
    [
      [13, 4],
      [1.5, 2],
    ],
  ],
  [
    "rhombus((0, 0), width: 10, height: 6)",
    30,
    [
      [5, 0],
      [2.5, 1.5],
    ],
  ],
  [
    "triangle((0, 0), a: 3, b: 4, c: 5)",
    6,
    [
      [3, 0],
      [0, 4],
      [1.5, 2],
    ],
  ],
  ["triangle((0, 0), a: 10, b: 10, angle: 30deg)", 25, [[10, 0], turned(30, 10)]],
  ["polygon(coordinates(x: (0, 10, 10), y: (0, 0, 10), count: 3))", 50, [[5, 5]]],
  ["polygon(around((0, 0), radius: 10, count: 4, from: 45deg))", 200, [turned(45, 10)]],
  ["polygon(circle((0, 0), radius: 10).along(0.001 + 5 * 3.14159265358979, beside: -2))", 288, [[12, 0]]],
  ["polygon(offsets((0, 0), (10, 0), (0, 10), (-10, 0)))", 100, [[0, 5]]],
  [
    "polygon((0, 0), (10, 0), (10, 10), (0, 10), round: 2)",
    100 - (4 - Math.PI) * 4,
    [
      [5, 0],
      [8 + 2 * Math.SQRT1_2, 2 - 2 * Math.SQRT1_2],
    ],
  ],
  [
    "polygon((0, 0), (0, 10), (10, 10), (10, 0), round: 5)",
    25 * Math.PI,
    [
      [5, 0],
      [0, 5],
    ],
  ],
  [
    "rect(at: (0, 0), width: 4, height: 6)",
    24,
    [
      [2, 3],
      [-2, 0],
    ],
  ],
  [
    "smooth((10, 0), (0, 10), (-10, 0), (0, -10))",
    NaN,
    [
      [10, 0],
      [0, 10],
      [-10, 0],
    ],
  ],
  [
    "smooth((0, 0), (5, 5), (10, 0), close: no)",
    NaN,
    [
      [5, 5],
      [10, 0],
    ],
  ],
  [
    "spiral((0, 0), from: 0, to: 10, turns: 1)",
    (Math.PI * 100) / 3,
    [
      [-5, 0],
      [0, 2.5],
      [0, -7.5],
    ],
  ],
  [
    "compound(circle((0, 0), radius: 10), circle((0, 0), radius: 5), fill: evenodd)",
    75 * Math.PI,
    [
      [10, 0],
      [5, 0],
    ],
  ],
  ["compound(circle((0, 0), radius: 10), circle((0, 0), radius: 5))", 100 * Math.PI, [[10, 0]]],
  [
    "rect((0, 0), width: 10, height: 10).skew(45deg, about: (0, 0))",
    100,
    [
      [20, 10],
      [5, 5],
    ],
  ],
  [
    "triangle((0, 0), a: 3, b: 4, c: 5).mirror(90deg, about: (0, 0))",
    6,
    [
      [-3, 0],
      [0, 4],
    ],
  ],
  [
    "rect((0, 0), width: 4, height: 2).fit((10, 10), width: 8, height: 8)",
    32,
    [
      [10, 12],
      [18, 16],
    ],
  ],
  [
    "star(4, at: (0, 0), outer: 10, inner: 2).hull()",
    200,
    [
      [10, 0],
      [5, 5],
    ],
  ],
  [
    "arc((0, 0), radius: 10, sweep: 90deg).reverse()",
    25 * Math.PI - 50,
    [
      [10, 0],
      [0, 10],
    ],
  ],
])("%s", (expression, area, points) => {
  const shape = shapeOf(expression);
  const rings = shape.operand;
  if (!Number.isNaN(area)) expect(Math.abs(shape.area - area)).toBeLessThan(0.12);
  const near = (x: number, y: number): boolean =>
    // Within the tolerance of the outline: not all around the place is on one side, or the place is on it.
    [0, 1, 2, 3, 4, 5, 6, 7].some((k) => {
      const [dx, dy] = turned(45 * k + 10, 0.01);
      const here = locatePoint(x + dx, y + dy, rings).side;
      return here !== locatePoint(x - dx, y - dy, rings).side;
    });
  for (const [x, y] of points)
    expect([x, y, near(x, y) || locatePoint(x, y, rings).side === "boundary"]).toEqual([x, y, true]);
});

test("reverse keeps a closed outline's start and turns it the other way", () => {
  const [there, back] = ["", ".reverse()"].map((end) => shapeOf(`path("M 0 0 L 10 0 L 12 5 L 10 10 Z")${end}`));
  expect([...back.flat.subpaths[0].vertices.slice(0, 2)]).toEqual([0, 0]);
  const points = (shape: Shape) => {
    const v = shape.flat.subpaths[0].vertices;
    return Array.from({ length: v.length / 2 }, (_, i) => `${v[2 * i].toFixed(9)} ${v[2 * i + 1].toFixed(9)}`);
  };
  const [first, ...rest] = points(there);
  expect(points(back)).toEqual([first, ...rest.reverse()]);
});

test("sectors share one turn, placements move, turn and scale", () => {
  const { value } = evaluated("sectors((0, 0), radius: 10, shares: (0.5, 0.25, 0.25), from: 90deg)");
  const parts = (value as { items: Shape[] }).items;
  expect(parts.map(({ area }) => Math.round(area))).toEqual([157, 79, 79]);
  const placed = evaluated(
    "rect(at: (0, 0), width: 4, height: 2).place((10, 0), (20, 0), turn: 90deg, scale: 2)",
  ).value;
  const boxes = (placed as { items: Shape[] }).items.map(({ operand }) => bounds(operand.rings));
  expect(boxes).toEqual([
    { minX: 6, minY: -2, maxX: 14, maxY: 2 },
    { minX: 18, minY: -4, maxX: 22, maxY: 4 },
  ]);
});

test.each([
  ["coordinates(x: (1, 2, 3), y: (4, 5))", "3 x and 2 y: x value 3, 3, has no y beside it"],
  ["coordinates(x: (1, 2), y: (4, 5), count: 3)", "3 points are stated, but there are 2"],
  ["sectors((0, 0), radius: 1, shares: (0.5, 0.4))", "the shares must sum to 1; they sum to 0.9"],
  [
    "triangle((0, 0), a: 1, b: 2, c: 4)",
    "sides of 1, 2 and 4 make no triangle: each must be less than the other two together",
  ],
  [
    "polygon((0, 0), (10, 0), (10, 10), round: 9)",
    "the edge from vertex 0 to 1 has room for a radius of 2.9289 at most, not 9",
  ],
  ["ring((0, 0), outer: 3, inner: 4)", '"inner" must be less than "outer", 3, not 4'],
  ["arcvia((0, 0), (1, 1), (2, 2))", "the three points lie on one line: no arc passes through them"],
  ["arc((0, 0), radius: 1, sweep: 400deg)", "the sweep must be at most 360deg either way, and not 0; it is 400deg"],
  ["regular(5, at: (0, 0), radius: (1, 2))", "5 vertices need 1 radius or 5, not 2"],
  [
    "rect((0, 0), width: 4, height: 4).skew(90deg)",
    "a skew within 0.5deg of 90deg has no bound: choose a smaller angle",
  ],
  ["rect(width: 4, height: 4)", 'rect needs a corner or its centre "at", one of them'],
])("%s → %s", (expression, message) => {
  expect(evaluated(expression).complaint).toBe(message);
});
