import fc from "fast-check";
import {
  combine,
  type Figure,
  flattenPath,
  formOf,
  handOff,
  momentsOf,
  numbersFigure,
  operandOf,
  outlineFigure,
  parsePathData,
  pathOfLines,
  pointAt,
  pointsFigure,
  regionFigure,
  type Style,
  signedArea,
  sourcesOf,
  traceEdges,
  trianglesFigure,
  triangulate,
} from "../src";
import { figures, formats, outline, region, styleOf, written } from "./figures";

const ring = (...values: number[]): Float64Array => Float64Array.from(values);
const square = { rings: [ring(0, 0, 10, 0, 10, 10, 0, 10)], fillRule: "nonzero" as const };
const notch = { rings: [ring(2, 2, 5, 2, 5, 4.125)], fillRule: "nonzero" as const };
const pierced = region("green", combine("difference", square, notch).polygons);
const track = outline("track", parsePathData("M 0 0 L 7 1 M 3 3 L 9 3 L 9 9 Z M 20 5 A 5 5 0 0 1 30 5"));

const text = (...args: Parameters<typeof written>): string => String(written(...args).content);

test("every form is read back as it was written: nothing is lost, or it is said", () => {
  for (const format of formats) {
    const { layouts, numbers, holds } = formOf(format);
    const style = fc.record({
      decimals: fc.constantFrom<Style["decimals"]>("exact", 17, 6),
      layout: fc.constantFrom(...layouts, layouts[0] ?? ("pairs" as const)),
      numbers: fc.constantFrom(...numbers.filter((type) => type.startsWith("float"))),
    });
    fc.assert(
      fc.property(figures, style, (all, chosen) => {
        const { difference, problems, losses } = written(format, all, chosen);
        const lost = all.filter(
          ({ kind, lines }) => !holds.kinds.includes(kind) || (kind !== "numbers" && lines.length === 0),
        );
        if (lost.length > 0) expect(losses).not.toEqual([]);
        // Digits that are left out may make thin lines cross or turn.
        if (chosen.decimals === "exact" && chosen.numbers === "float64") {
          expect(problems).toEqual([]);
          expect(difference).toBeLessThanOrEqual(
            formOf(format).keepsCurves ? 1e-9 : format === "css-polygon" ? 1e-12 : 0,
          );
        }
        const digits = chosen.decimals === "exact" ? 0 : 0.8 * 10 ** -chosen.decimals;
        const singles = chosen.numbers === "float32" ? 1e-4 : 0;
        expect(difference).toBeLessThanOrEqual(digits + singles + 1e-9);
        expect(problems.filter((problem) => problem.includes("read back"))).toEqual([]);
      }),
      { numRuns: 25 },
    );
  }
});

test("a reader that gets another text says so", () => {
  for (const format of formats) {
    const form = formOf(format);
    const broken = { ...form, write: (all: readonly Figure[], style: Style) => spoilt(form.write(all, style)) };
    const { content } = written(format, [pierced]);
    const other = broken.write([pierced], styleOf(format));
    const [a, b] = [content, other].map((each) => JSON.stringify(form.read(each, styleOf(format))));
    expect(a).not.toBe(b);
  }
});

/** The same with another number in it. */
function spoilt(content: string | Uint8Array): string | Uint8Array {
  if (typeof content === "string") return content.replaceAll("4.125", "4.25");
  const bytes = content.slice();
  const at = bytes.length - 30;
  bytes[at] ^= 0x55;
  return bytes;
}

test("open lines stay open, in their own order, start and sense", () => {
  expect(text("wkt", [track], { decimals: 0 })).toMatch(
    /^MULTILINESTRING \(\(0 0, 7 1\), \(3 3, 9 3, 9 9, 3 3\), \(20 5, .*, 30 5\)\)\n$/,
  );
  expect(text("svg-path", [track], { decimals: 0 })).toMatch(
    /^M 0 0 L 7 1\nM 3 3 L 9 3 L 9 9 Z\nM 20 5 L .* L 30 5\n$/,
  );
  expect(text("svg-curves", [track])).toBe("M 0 0 L 7 1\nM 3 3 L 9 3 L 9 9 Z\nM 20 5 A 5 5 0 0 1 30 5\n");
  expect(text("c-array", [track])).toContain("track_closed[3] = {\n  0, 1, 0\n}");
  const { losses } = written("css-polygon", [track]);
  expect(losses).toContain("CSS polygon holds no open lines: those of track come out closed");
});

test("names fit the language, and no two are alike", () => {
  const posts = ["posts.at(1)", "posts_1", "3 posts", "for"].map((name) => numbersFigure(name, [1]));
  expect(text("python", posts)).toMatch(/posts_1 = 1\.0[\s\S]*posts_1_ = 1\.0[\s\S]*_3_posts = 1\.0[\s\S]*for_ = 1\.0/);
});

test("whole numbers are integers, and what does not fit is said", () => {
  const box = outlineFigure(
    "box",
    [{ vertices: ring(0, 0, 40000, 0, 40000, 1.6), closed: true }],
    { subpaths: [] },
    () => [],
  );
  expect(text("c-array", [box], { decimals: 0, numbers: "int32" })).toContain(
    "static const int32_t box_vertices[3][2]",
  );
  expect(written("c-array", [box], { decimals: 0, numbers: "int16" }).problems).toEqual([
    "box: 40000 does not fit int16",
  ]);
});

test("where the target's y goes the other way, regions keep the positive sense, outlines their own order", () => {
  const turned = { scaleX: 2, scaleY: -2, x: 1, y: 30 };
  const both = handOff("json", [pierced, track], styleOf("json"), turned);
  const [green, lines] = JSON.parse(String(both.content)).shapes;
  expect(signedArea(Float64Array.from(green.polygons[0].outer.flat()))).toBe(400);
  expect(signedArea(Float64Array.from(green.polygons[0].holes[0].flat()))).toBeLessThan(0);
  expect(lines.lines[0].points).toEqual([
    [1, 30],
    [15, 28],
  ]);
  expect(both.problems).toEqual([]);
  // The numbers on the plan are the places in the file.
  both.figures[0].lines.forEach(({ vertices }, r) => {
    const [outer, hole] = [green.polygons[0].outer, green.polygons[0].holes[0]];
    for (let i = 0; i < vertices.length / 2; i++)
      expect([1 + 2 * vertices[2 * i], 30 - 2 * vertices[2 * i + 1]]).toEqual([outer, hole][r][i]);
  });
  const mesh = handOff(
    "c-array",
    [trianglesFigure("mesh", triangulate([{ outer: square.rings[0], holes: [] }]))],
    styleOf("c-array"),
    turned,
  );
  expect(mesh.problems).toEqual([]);
  const curves = handOff("svg-curves", [pierced, track], styleOf("svg-curves"), turned);
  expect(curves.difference).toBeLessThan(1e-3);
  expect(String(curves.content)).toContain("A 10 10 0 0 0 61 20");
});

test("rounding says how far it moves a vertex, and what it does to lines", () => {
  const rough = (...values: number[]): Figure => region("a", [{ outer: ring(...values), holes: [] }]);
  const one = written("wkt", [rough(0, 0, 1.24, 0, 1.26, 0.04, 0, 5)], { decimals: 1 });
  expect(String(one.content)).toBe("POLYGON ((0 0, 1.2 0, 1.3 0, 0 5, 0 0))\n");
  expect(one.difference).toBeCloseTo(Math.hypot(0.04, 0.04));
  expect(one.merged).toBe(0);
  expect(written("wkt", [rough(0, 0, 1.24, 0, 1.23, 0.04, 0, 5)], { decimals: 1 }).merged).toBe(1);
  expect(written("wkt", [rough(0, 0, 10, 0.4, 10, 0.45)], { decimals: 0 }).problems).toEqual([
    "a has no area any more",
  ]);
  expect(written("wkt", [rough(0, 0, 10, 0, 10, 5, 5.4, 0.4, 0, 5)], { decimals: 0 }).problems).toEqual([]);
  const close = written("wkt", [rough(0, 0, 10, 0, 11, 4.6, 12, 0, 20, 0, 20, 9)], { decimals: 0 });
  expect(close.problems).toEqual(["a crosses itself now"]);
  expect(() => written("json", [pierced], { decimals: 18 })).toThrow(
    "decimals must be a whole number from 0 to 17, or exact",
  );
});

test("shortest texts bring numbers back bit for bit, as doubles or as singles", () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: -3e38, max: 3e38, noNaN: true }), { minLength: 1, maxLength: 8 }),
      (values) => {
        const all = [numbersFigure("a", [...values, -0])];
        for (const format of ["json", "c-array", "wgsl"] as const) {
          const style = styleOf(format, { decimals: "exact" });
          const [{ numbers }] = formOf(format).read(
            String(handOff(format, all, style, { scaleX: 1, scaleY: 1, x: 0, y: 0 }).content),
            style,
          );
          const held = style.numbers === "float32" ? values.map(Math.fround) : values;
          if (style.numbers === "float32") expect(Array.from(numbers!, Math.fround)).toEqual([...held, -0]);
          else expect(numbers).toEqual([...held, -0]);
        }
      },
    ),
  );
});

test("where curves are kept, vertices are their ends, and what rounding does to them is said", () => {
  const { figures, vertices } = written("svg-curves", [track]);
  expect(figures[0].lines.map((line) => [...line.vertices])).toEqual([
    [0, 0, 7, 1],
    [3, 3, 9, 3, 9, 9],
    [20, 5, 30, 5],
  ]);
  expect(vertices).toBe(7);
  const thin = outline("thin", parsePathData("M 0 0 Q 10 0.9 20 0 Q 10 1.3 0 0 Z"));
  expect(written("svg-curves", [thin], { decimals: 1 }).problems).toEqual([]);
  expect(written("svg-curves", [thin], { decimals: 0 }).problems).toEqual(["line 0 has no area any more"]);
  const notch = outline("notch", parsePathData("M 0 0 L 10 0 L 11 4.6 L 12 0 L 20 0 L 20 9 Z M 0 20 Q 5 25 10 20"));
  expect(written("svg", [notch], { decimals: 0 }).problems).toEqual(["outlines cross themselves or each other now"]);
});

test("nothing is never handed off in silence", () => {
  for (const format of formats) {
    const { content, losses } = written(format, [region("pond", []), outline("track", pathOfLines([]))]);
    expect(losses).toContainEqual("pond, track: nothing there, so nothing to write");
    expect(content.length > 0 || losses.length > 0).toBe(true);
  }
  expect(text("wkt", [region("pond", [])])).toBe("MULTIPOLYGON EMPTY\n");
  expect(written("svg", [numbersFigure("size", [3])]).losses).toEqual(["SVG holds no numbers: size left out"]);
});

test("path data with curves holds the very segments", () => {
  const path = parsePathData("M 0 0 C 1 5 7 5 8 0 A 4 3 0 0 1 0 0 Z M 20 0 Q 25 9 30 0 L 25 -5 Z");
  const flat = flattenPath(path, { tolerance: 0.01 });
  const traced = regionFigure("a", [], () => sourcesOf(path, flat, ""));
  const back = parsePathData(text("svg-curves", [traced], { decimals: 6 }));
  expect(back.subpaths.map(({ segments }) => segments.map(({ kind }) => kind))).toEqual([
    ["cubic", "arc"],
    ["quadratic", "line", "line"],
  ]);
  expect(momentsOf(back).area).toBeCloseTo(momentsOf(path).area, 4);
});

test("an edge table tells each edge with the segment and the parameters that it comes from", () => {
  const disc = parsePathData("M 0 0 A 5 5 0 0 1 10 0 A 5 5 0 0 1 0 0 Z");
  const box = parsePathData("M 5 -9 H 20 V 9 H 5 V -9 Z");
  const flat = [disc, box].map((path) => flattenPath(path, { tolerance: 0.01 }));
  const [a, b] = flat.map(({ subpaths }) => operandOf([{ outer: subpaths[0].vertices, holes: [] }]));
  const result = combine("difference", a, b);
  const sources = traceEdges(result, [sourcesOf(disc, flat[0], 'the "pond", wet'), sourcesOf(box, flat[1], "wall")]);
  const table = text("edge-table", [regionFigure("cut", result.polygons, () => sources)], { decimals: 6 });
  const [head, ...rows] = table.trimEnd().split("\r\n");
  expect(head).toBe("polygon,ring,edge,x0,y0,x1,y1,source,subpath,segment,from,to");
  let walls = 0;
  rows.forEach((row, i) => {
    const numbers = row
      .replace(/"the ""pond"", wet"|wall/, "")
      .split(",")
      .map(Number);
    const [polygon, line, edge, x0, y0, , , , subpath, segment, from, to] = numbers;
    expect([polygon, line, edge, subpath]).toEqual([0, 0, i, 0]);
    const isWall = row.includes(",wall,");
    if (isWall) walls++;
    const path = isWall ? box : disc;
    const [x, y] = pointAt(path.subpaths[0].segments[segment], from);
    expect(Math.hypot(x - x0, y - y0)).toBeLessThan(0.02);
    expect(from).not.toBe(to);
  });
  expect(walls).toBe(1);
});

test("points to a program as points, one or many", () => {
  const posts = pointsFigure("posts", ring(1, 2, 3, 4));
  expect(text("wkt", [posts])).toBe("MULTIPOINT ((1 2), (3 4))\n");
  expect(text("wkt", [posts, pointsFigure("post", ring(5, 6))])).toBe(
    "GEOMETRYCOLLECTION (MULTIPOINT ((1 2), (3 4)), POINT (5 6))\n",
  );
  expect(text("go", [posts], { layout: "separate" })).toContain("var posts_xs = []float64{\n\t1, 3,\n}");
});
