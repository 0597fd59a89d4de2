import { flattenPath, parsePathData, writePathData } from "@vertexon/geometry";
import { type Attachment, ImportError, planImport, type Shape, Sheet, type Value } from "../src";

const imported = (text: string, fileName = "") => planImport(text, fileName, { names: [], attachments: [] });

/** The values that an import gives when its lines are evaluated, with what was noted. */
function evaluated(text: string, fileName = ""): { values: Value[]; notes: string[]; lines: string[] } {
  const { statements, attachments, notes } = imported(text, fileName);
  const sheet = new Sheet();
  sheet.attach(attachments);
  const { definitions, diagnostics } = sheet.update(statements.map((each) => each.text).join("\n"));
  expect(diagnostics.filter(({ severity }) => severity === "error").map(({ message }) => message)).toEqual([]);
  return { values: definitions.map(({ value }) => value!), notes, lines: statements.map((each) => each.text) };
}

const areas = (text: string): number[] =>
  evaluated(text).values.map((value) => Number((value as Shape).area.toFixed(3)));

test("basic shapes of SVG have the standard's defaults and come as readable lines", () => {
  const { lines, values } = evaluated(`<svg width="200" height="100" viewBox="0 0 200 100">
    <rect id="lane" x="10" width="40" height="20" rx="4"/>
    <circle id="cup" cx="50%" cy="50" r="5"/>
    <ellipse id="sand" rx="8"/>
    <g id="fence"><line x2="10" y2="5"/><polyline points="0,0 5 5,9-3"/></g>
    <polygon fill-rule="evenodd" points="0 0 4 0 4 3"/>
    <path id="pond" d="M 1 1 h 5 v 5 z"/></svg>`);
  expect(lines).toEqual([
    "lane = rect((10, 0), width: 40, height: 20, rx: 4)",
    "cup = circle((100, 50), radius: 5)",
    "sand = circle((0, 0), radius: 8)",
    "fence = polyline((0, 0), (10, 5))",
    "fence2 = polyline((0, 0), (5, 5), (9, -3))",
    "shape = polygon((0, 0), (4, 0), (4, 3), fill: evenodd)",
    'pond = path("M 1 1 h 5 v 5 z")',
  ]);
  expect((values[5] as Shape).fillRule).toBe("evenodd");
});

test("transforms, groups, nested viewports, symbols and use place shapes as a browser does", () => {
  const svg = (inner: string, head = 'width="100" height="100"') => `<svg ${head}>${inner}</svg>`;
  const lines = (text: string) => imported(text).statements.map((each) => each.text.replace(/^\w+ = /, ""));
  expect(lines(svg('<g transform="translate(10 5) scale(2)"><circle r="3"/></g>'))).toEqual([
    "circle((10, 5), radius: 6)",
  ]);
  expect(lines(svg('<rect width="4" height="2" transform="rotate(90)"/>'))).toEqual([
    "polygon((0, 0), (0, 4), (-2, 4), (-2, 0))",
  ]);
  // Twice as wide as high: "meet" centres it, "none" stretches it, "slice" fills it.
  const nested = (aspect: string) =>
    lines(
      svg(
        `<svg x="10" y="20" width="40" height="40" viewBox="0 0 20 10" ${aspect}><rect width="20" height="10"/></svg>`,
      ),
    );
  expect(nested("")).toEqual(["rect((10, 30), width: 40, height: 20)"]);
  expect(nested('preserveAspectRatio="xMinYMin slice"')).toEqual(["rect((10, 20), width: 80, height: 40)"]);
  expect(nested('preserveAspectRatio="none"')).toEqual(["rect((10, 20), width: 40, height: 40)"]);
  const use = svg(
    '<defs><symbol id="s" viewBox="0 0 2 2"><circle cx="1" cy="1" r="1"/></symbol><rect id="r" width="1" height="1"/></defs><use href="#s" x="10" width="20" height="20"/><use xlink:href="#r" transform="translate(5)" y="3"/>',
  );
  expect(lines(use)).toEqual(["circle((20, 10), radius: 10)", "rect((5, 3), width: 1, height: 1)"]);
  // The outermost viewBox counts too, and a width in millimetres makes the plan one of millimetres.
  expect(lines(svg('<circle cx="5" cy="5" r="5"/>', 'width="20" height="20" viewBox="0 0 10 10"'))).toEqual([
    "circle((10, 10), radius: 10)",
  ]);
  const printed = imported(svg('<circle cx="5" cy="5" r="5"/>', 'width="20mm" viewBox="0 0 10 10"'));
  expect(printed.plan).toEqual({ width: 20, height: 20, unit: "mm" });
  expect(printed.statements[0].text).toBe("shape = circle((10, 10), radius: 10)");
});

test("an SVG file comes back as SVG path data of the same outlines", () => {
  const bodies = [
    '<rect x="3" y="4" width="30" height="20" rx="5" ry="7"/>',
    '<ellipse cx="20" cy="20" rx="15" ry="6"/>',
    '<path d="M5 5 C 20 0 30 30 10 40 S 0 20 5 5 Z M 50 50 a 20 10 30 1 1 10 5 q 5 5 -9 9 t -3 -8"/>',
  ];
  const transforms = ["rotate(20)", "translate(3 4) skewX(25) scale(1.5 -.7)", "matrix(.2 1 -1 .3 50 5)"];
  for (const body of bodies)
    for (const transform of transforms) {
      const file = `<svg width="100" height="100"><g transform="${transform}">${body}</g></svg>`;
      const [shape] = evaluated(file).values as Shape[];
      const back = parsePathData(writePathData(shape.outline));
      const area = shape.area;
      expect((evaluated(`<svg><path d="${writePathData(shape.outline)}"/></svg>`).values[0] as Shape).area).toBeCloseTo(
        area,
        6,
      );
      // The vertices of one lie on the other: the same counts, the same places.
      const [one, other] = [shape.outline, back].map((path) => flattenPath(path, { tolerance: 0.01 }));
      const length = (flat: typeof one) =>
        flat.subpaths
          .flatMap(({ vertices }) => [...vertices])
          .reduce((sum, v, i, all) => sum + (i > 1 ? Math.abs(v - all[i - 2]) : 0), 0);
      expect(length(other)).toBeCloseTo(length(one), 1);
      // Area under the transform is its determinant's share of the area before it.
      const plain = (evaluated(`<svg>${body}</svg>`).values[0] as Shape).area;
      const determinant = { [transforms[0]]: 1, [transforms[1]]: 1.05, [transforms[2]]: 1.06 }[transform]!;
      expect(Math.abs(area / (plain * determinant) - 1)).toBeLessThan(0.01);
    }
});

test("what cannot be taken over from SVG is listed", () => {
  const { notes, lines } = evaluated(`<svg viewBox="0 0 10 10"><style>.a{}</style><text>Hi</text><image/>
    <rect width="0" height="4"/><use href="#gone"/><g id="g"><use href="#g"/></g><circle r="2em"/>
    <path d="M 0 0 L 5 5 L x"/><polygon points="1 2 3 4 5 6 7"/><rect display="none" width="1" height="1"/>
    <g transform="wobble(3)"><circle r="1" stroke="red" fill="blue" clip-path="url(#c)"/></g></svg>`);
  expect(lines).toHaveLength(3);
  for (const part of [
    "style: rules of a style sheet are not applied",
    "text: letters have no outline here",
    "image: a picture has no outline",
    "a rect without width or height draws nothing",
    'use: there is no element "#gone" in this file',
    'use: "#g" would draw itself',
    'r="2em" of a circle could not be read',
    "path data ends at a mistake",
    "the last, 7, has no partner",
    "a rect that is not displayed was left out",
    'transform="wobble(3)" could not be read',
    "a stroke is not taken over",
    "colours and opacity are not taken over",
    "clip-path of a circle is not applied",
  ])
    expect(notes.join("\n")).toContain(part);
});

test("WKT and GeoJSON: holes, parts, names, and what is left out", () => {
  expect(areas("POLYGON ((0 0, 10 0, 10 10, 0 10, 0 0), (2 2, 4 2, 4 4, 2 4, 2 2))")).toEqual([96]);
  expect(areas("MULTIPOLYGON (((0 0, 4 0, 4 4, 0 0)), ((10 0, 14 0, 14 4, 10 0)))")).toEqual([16]);
  const mixed = evaluated("GEOMETRYCOLLECTION Z (POINT Z (1 2 3), LINESTRING (0 0, 5 5, 9 0), POINT EMPTY)");
  expect(mixed.lines.slice(0, 2)).toEqual(["places = (1, 2)", "shape = polyline((0, 0), (5, 5), (9, 0))"]);
  expect(mixed.notes.join()).toContain("further coordinates");
  const geojson = evaluated(
    JSON.stringify({
      type: "FeatureCollection",
      features: [
        {
          type: "Feature",
          properties: { name: "Heron Pond", depth: 3 },
          geometry: {
            type: "Polygon",
            coordinates: [
              [
                [0, 0, 7],
                [6, 0, 7],
                [6, 5, 7],
                [0, 0, 7],
              ],
            ],
          },
        },
        {
          type: "Feature",
          properties: null,
          geometry: {
            type: "MultiPoint",
            coordinates: [
              [1, 2],
              [3, 4],
            ],
          },
        },
        { type: "Feature", properties: {}, geometry: null },
      ],
    }),
  );
  expect(geojson.lines).toEqual(["Heron_Pond = polygon((0, 0), (6, 0), (6, 5))", "places = ((1, 2), (3, 4))"]);
  for (const part of ['"depth"', "4 × third coordinates", "without a geometry"])
    expect(geojson.notes.join("\n")).toContain(part);
});

test.each([
  ["x,y\n1,2\n3,4\n", "places = ((1, 2), (3, 4))", []],
  ["name;y;x\na;2;1\nb;4;3\n", "places = ((1, 2), (3, 4))", ['the column "name" was left out']],
  ["1,5;2,5\n3;4", "places = ((1.5, 2.5), (3, 4))", []],
  ["1 2\n 3   4", "places = ((1, 2), (3, 4))", []],
  ["7\t1\t2\n8\t3\t4", "places = ((7, 1), (8, 3))", ["the column 3 was left out"]],
])("a table of points: %j", (text, line, notes) => {
  expect(evaluated(text)).toMatchObject({ lines: [line], notes });
});

const TRIANGLE = "polygon((0, 0), (4, 0), (4, -3.5))";
test.each([
  ["static const float pond[3][2] = { {0, 0}, {4.0f, 0.f}, {4, -3.5F} }; // C", `pond = ${TRIANGLE}`],
  ["double pond[] = {0,0, 4,0, 4,-3.5};", `pond = ${TRIANGLE}`],
  ["std::vector<Vec2> pond = {{0, 0}, Vec2{4, 0}, Vec2(4, -3.5)};", `pond = ${TRIANGLE}`],
  ["const pond: [number, number][] = [\n  [0, 0],\n  [4, 0], [4, -3.5],\n];", `pond = ${TRIANGLE}`],
  ["let pond = [{x: 0, y: 0}, {y: 0, x: 4}, {x: 4, y: -3.5}]", `pond = ${TRIANGLE}`],
  ["pond = array([(0, 0), (4, 0), (4, -3.5)])  # Python", `pond = ${TRIANGLE}`],
  ["let pond: [[f32; 2]; 3] = [[0.0, 0.0], [4.0_f32, 0.0], [4e0, -3.5]];", `pond = ${TRIANGLE}`],
  ["let pond = vec![Vec2 { x: 0.0, y: 0.0 }, Vec2 { x: 4.0, y: 0.0 }, Vec2::new(4.0, -3.5)];", `pond = ${TRIANGLE}`],
  ["pond := []Point{{0, 0}, {4, 0}, {4, -3.5}}", `pond = ${TRIANGLE}`],
  ["var pond = new Point[] { new Point(0, 0), new Point(4, 0), new Point(4, -3.5) };", `pond = ${TRIANGLE}`],
  ["let pond = [Place(x: 0, y: 0), Place(x: 4, y: 0), Place(x: 4, y: -3.5)]", `pond = ${TRIANGLE}`],
  ["val pond = listOf(Point(0.0, 0.0), Point(4.0, 0.0), Point(4.0, -3.5))", `pond = ${TRIANGLE}`],
  ["vec2[3] pond = vec2[](vec2(0.0, 0.0), vec2(4.0, 0.0), vec2(4.0, -3.5));", `pond = ${TRIANGLE}`],
  ["pond = {{0, 0}, {4, 0}, {4, -3.5}} -- Lua", `pond = ${TRIANGLE}`],
  ["[[0, 0], [4, 0], [4, -3.5], [0, 0]]", `shape = ${TRIANGLE}`],
  ["0, 0, 4, 0, 4, -3.5,", `shape = ${TRIANGLE}`],
])("an array in source code: %s", (text, line) => {
  expect(evaluated(text).lines).toEqual([line]);
});

test("one array of x and one of y, with a stated count; values without a partner are named", () => {
  const pair = evaluated("int n = 3;\nint px[3] = {0, 4, 4};\nint py[3] = {0, 0, 3};");
  expect(pair.lines[0]).toContain("polygon(coordinates(");
  expect(pair.lines[0]).toContain("count: 3");
  expect((pair.values[0] as Shape).area).toBe(6);
  const unequal = imported("xs = [1, 2, 3, 9]\nys = [4, 5, 6]").statements[0].text;
  expect(new Sheet().update(unequal).diagnostics[0].message).toContain("9");
  expect(() => imported("float a[] = {1, 2, 3};")).toThrow(
    'line 1: "a" has 3 numbers, an odd count: the last, 3, has no partner',
  );
});

test("more than 500 vertices are attached and named, once", () => {
  const ring = Array.from({ length: 700 }, (_, i) => [Math.cos(i / 112) * 50, Math.sin(i / 112) * 50]);
  const geojson = JSON.stringify({ type: "Polygon", coordinates: [[...ring, ring[0]]] });
  const plan = imported(geojson, "coast.geojson");
  expect(plan.yUp).toBe(true);
  expect(plan.statements[0].text).toBe('coast = outline("coast.geojson")');
  expect(plan.attachments).toEqual([{ name: "coast.geojson", content: geojson }]);
  const again = planImport(geojson, "coast.geojson", { names: ["coast"], attachments: plan.attachments });
  expect([again.statements[0].text, again.attachments]).toEqual(['coast2 = outline("coast.geojson")', []]);
  const other: Attachment[] = [{ name: "coast.geojson", content: "else" }];
  expect(planImport(geojson, "coast.geojson", { names: [], attachments: other }).attachments[0].name).toBe(
    "coast-2.geojson",
  );
  const sheet = new Sheet();
  sheet.attach(plan.attachments);
  const script = 'coast = outline("coast.geojson")\nstops = points("coast.geojson")\nfar = outline("cost.geojson")';
  const { definitions, diagnostics } = sheet.update(script);
  expect((definitions[0].value as Shape).vertexCount).toBe(700);
  const errors = diagnostics.filter(({ severity }) => severity === "error");
  expect(errors.map(({ line, message }) => `${line} ${message}`)).toEqual([
    '2 "coast.geojson" holds no points',
    '3 nothing called "cost.geojson" is attached to this sheet; did you mean "coast.geojson"?',
  ]);
  // What is attached is part of what a definition depends on.
  sheet.attach([{ name: "coast.geojson", content: '{"type":"Polygon","coordinates":[[[0,0],[10,0],[10,10],[0,0]]]}' }]);
  expect((sheet.update(script).definitions[0].value as Shape).area).toBe(50);
  sheet.attach([]);
  expect(sheet.update(script).definitions[0].value).toBeNull();
});

test("one large file stays one attachment: its parts by their names, or all of them as one list", () => {
  const isle = (name: string | null, x: number) => ({
    type: "Feature",
    properties: name === null ? {} : { name },
    geometry: {
      type: "Polygon",
      coordinates: [Array.from({ length: 601 }, (_, i) => [x + Math.cos(i / 95.49), Math.sin(i / 95.49)])],
    },
  });
  const features = [isle("isle 1", 0), isle("isle 2", 10), isle("isle 2", 20), isle(null, 30)];
  for (const { geometry } of features) geometry.coordinates[0][600] = geometry.coordinates[0][0];
  const content = JSON.stringify({ type: "FeatureCollection", features });
  const { statements, attachments, list } = imported(content, "coast.geojson");
  expect(attachments).toEqual([{ name: "coast.geojson", content }]);
  expect(statements.map(({ text }) => text)).toEqual([
    'isle_1 = outline("coast.geojson", "isle 1")',
    'isle_2 = outline("coast.geojson", "2")',
    'isle_22 = outline("coast.geojson", "3")',
    'coast2 = outline("coast.geojson", "4")',
  ]);
  expect(statements[0].area).toBeCloseTo(Math.PI, 2);
  expect(list?.text).toBe('coast = outlines("coast.geojson")');
  const sheet = new Sheet();
  sheet.attach(attachments);
  const script = [list!, ...statements].map(({ text }) => text).join("\n");
  const { definitions, diagnostics } = sheet.update(`${script}\nx = outline("coast.geojson", "isle 9")`);
  expect(definitions[0].value).toMatchObject({ type: "list", items: { length: 4 } });
  expect(definitions.slice(1, 5).map(({ value }) => (value as Shape).centre.x)).toEqual(
    [0, 10, 20, 30].map((x) => expect.closeTo(x, 2)),
  );
  expect(diagnostics.find(({ severity }) => severity === "error")?.message).toContain(
    'holds no outline called "isle 9"; did you mean "isle 1" or "isle 2"?',
  );
});

test.each([
  ["", "there is nothing in it"],
  ["<svg><rect></svg>", "not well-formed XML"],
  ["<html></html>", "expected an <svg> element, found <html>"],
  ["M 0 0 L 5 q", "line 1, column"],
  ["POLYGON ((0 0, 1 x))", 'line 1, column 18: expected a number, found "x))"'],
  ['{"type": "Polygon", "coordinates": [[[0, "1"]]]}', "$.coordinates[0][0] must be a position"],
  ["x,y\n1,2\n3,four", 'line 3: expected a number in column 2, found "four"'],
  ["float a[] = {1, PI * 2};", "write its value"],
  ["float a[] = {1, 2", "is never closed"],
  ["hello there", "no coordinates found"],
])("what cannot be read says why: %j", (text, message) => {
  expect(() => imported(text)).toThrow(ImportError);
  expect(() => imported(text)).toThrow(message);
});

test("calls of the canvas standard are read as it draws them; all others are listed, and never taken for points", () => {
  const drawn = evaluated(`
    ctx.beginPath(); ctx.moveTo(10, 20); ctx.lineTo(90, 20); ctx.quadraticCurveTo(90, 80, 50, 80); ctx.fill("evenodd");
    ctx.beginPath(); ctx.arc(50, 50, 20, 0, 2 * Math.PI); ctx.fill();
    ctx.translate(5, 5);
    ctx.beginPath(); ctx.rect(1, 2, 3, 4); ctx.stroke();
    ctx.beginPath(); ctx.moveTo(0, 0); ctx.arcTo(10, 0, 10, 10, 4); ctx.lineTo(10, 10); ctx.lineTo(0, 10); ctx.fill();`);
  // By 80 · 60 less the parabola's third; a disc; a box; a square with one round corner.
  const want = [3200, 400 * Math.PI, 12, 100 - (1 - Math.PI / 4) * 16];
  for (const [i, area] of want.entries()) expect((drawn.values[i] as Shape).area / area).toBeCloseTo(1, 2);
  expect((drawn.values[0] as Shape).fillRule).toBe("evenodd");
  expect(drawn.notes).toContain("translate(…)");
  expect(() => imported("drawLine(10, 20, 30, 40);\ndrawLine(1, 2, 3, 4);")).toThrow("2 × drawLine(…)");
  expect(() => imported("ctx.moveTo(x, 5); ctx.lineTo(4, 5)")).toThrow("moveTo(x, 5): write the values of its names");
});

test("CSS shapes are read with shares of the box", () => {
  const line = (text: string) => imported(text).statements[0].text.replace(/^\w+ = /, "");
  expect(line("clip-path: polygon(50% 0%, 100% 50%, calc(100% - 12px) 100%, 0 50%);")).toBe(
    "polygon((50%, 0), (100%, 50%), (100% - 12, 100%), (0, 50%))",
  );
  expect(line("circle(40% at 50% 60%)")).toBe("circle((50%, 60%), radius: 40%)");
  expect(line("clip-path: circle()")).toBe("circle((50%, 50%), radius: min(box.width / 2, box.height / 2))");
  expect(line("ellipse(20% 30px at left top)")).toBe("ellipse((0, 0), rx: 20%, ry: 30)");
  expect(line("inset(10px 20% round 5px)")).toBe("rect((20%, 10), to: (80%, 100% - 10), rx: 5)");
  expect(line(".a { clip-path: path(evenodd, 'M0 0H9V9Z'); }")).toBe('path("M0 0H9V9Z", fill: evenodd)');
  expect(() => imported("polygon(50vw 0, 1em 2px, 3px 3px)")).toThrow('"vw" depends on something outside');
});

test("arrays are paired by their names, wherever they stand", () => {
  const { lines } = evaluated("float lat[] = {1, 2, 4};\nfloat h[] = {7, 8, 9, 9};\nfloat lon[] = {4, 5, 6};");
  expect(lines.map((each) => each.replace(/\s+/g, " "))).toEqual([
    "h = polyline((7, 8), (9, 9))",
    "shape = polygon(coordinates( x: (4, 5, 6), y: (1, 2, 4)))",
  ]);
});
