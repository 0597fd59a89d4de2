import { type HandoffFormat, handoffForms } from "@vertexon/geometry";
import { buildFiles, exampleAttachments, exampleScript, referenceGroups, Sheet } from "../src";

const LEVEL = `plan 100 by 80, y down
pond  = circle((50, 40), radius: 10)
hole  = circle((50, 40), radius: 4)
ring  = pond difference hole
track = path("M 0 6 L 10 11 M 20 6 A 5 5 0 0 1 30 6 M 40 8 L 44 8 L 44 12 Z")
posts = each k from 0 to 2: circle((30 + 10 * k, 20), radius: 3)
stops = ((1, 2), (3, 4))
sizes = list(12.5, 7)
rows  = template(point: "[{x}; {y}]", separator: " ", ring: "{points}", outline: "{name}: {rings}")
`;

const FIELD = "moat = field(pond, cell: 2, reach: 6)\n";

function built(script: string): { files: ReturnType<typeof buildFiles>; messages: string[] } {
  const sheet = new Sheet();
  const { diagnostics } = sheet.update(script);
  return { files: buildFiles(sheet), messages: diagnostics.map(({ message }) => message) };
}

const text = (statement: string): string => {
  const { files, messages } = built(`${LEVEL}${statement}\n`);
  expect(messages).toEqual([]);
  return String(files[0].content);
};

test("results of operations are regions, what was written is an outline, unless the other is asked for", () => {
  expect(text("emit ring as wkt, decimals 0")).toMatch(/^POLYGON \(\(40 40, /);
  expect(text("emit ring.at as wkt".replace(".at", ""))).toContain("), (");
  // From where it was begun: the circle's place at +x.
  expect(text("emit pond as wkt, decimals 0")).toMatch(/^LINESTRING \(60 40, .* 60 40\)\n$/);
  expect(text("emit pond as wkt, region, decimals 0")).toMatch(/^POLYGON \(\(40 40, /);
  expect(text("emit ring as wkt, outline")).toMatch(/^MULTILINESTRING/);
  expect(built(`${LEVEL}moved = ring.rotate(10deg)\nemit moved as wkt\n`).files[0].report.taken).toEqual([
    { name: "moved", as: "region" },
  ]);
});

test("open lines, arcs and mixtures come out as what they are", () => {
  expect(text("emit track as svg-curves")).toBe("M 0 6 L 10 11\nM 20 6 A 5 5 0 0 1 30 6\nM 40 8 L 44 8 L 44 12 Z\n");
  expect(JSON.parse(text("emit track as json")).lines.map(({ closed }: { closed: boolean }) => closed)).toEqual([
    false,
    false,
    true,
  ]);
});

test("several things, each by its name; lists item by item; without a name all results", () => {
  const source = text("emit pond, posts, stops, sizes as typescript, layout flat, decimals 1");
  for (const name of ["pond_vertices", "posts_0_vertices", "posts_2_line_starts", "stops_vertices", "sizes:"])
    expect(source).toContain(`export const ${name}`);
  const { features } = JSON.parse(text("emit as geojson"));
  expect(features.map(({ properties }: { properties: { name: string } }) => properties.name)).toEqual([
    "ring",
    "track",
    "posts_0",
    "posts_1",
    "posts_2",
  ]);
  expect(text("emit posts.at(1) as c-array")).toContain("posts_1_vertices");
});

test("the target's axes, origin, unit and box", () => {
  const [first] = text("emit track as wkt, axis up, decimals 2").match(/\(\(.*?\)/)!;
  expect(first).toBe("((0 74, 10 69)");
  expect(text("emit track as wkt, origin (10, 5), factor 0.1")).toContain("((-1 0.1, 0 0.6)");
  expect(text("emit track as wkt, origin (10, 5), axis up")).toContain("((-10 -1, 0 -6)");
  expect(text("emit posts.at(0) as css-polygon, shares")).toContain("33% 25%");
  expect(text("emit track as json, shares, decimals exact")).toContain("[0.1, 0.1375]");
  expect(
    built(`plan -50 to 50 by -40 to 40, y up\nbox1 = rect((-50, 40), to: (0, 0))\nemit box1 as css-polygon\n`).files[0]
      .content,
  ).toContain("0px 0px");
});

/** A script of shapes on a box, as CSS polygons; everything else about them must be as it was told. */
function css(told: string, options = ""): string {
  const name = /(\w+) =[^\n]*\n$/.exec(told)![1];
  const { files } = built(`plan 100 by 80, y down\n${told}emit ${name} as css-polygon${options}\n`);
  expect(files[0].report).toMatchObject({ problems: [] });
  expect(files[0].report.difference).toBeLessThan(1e-10);
  return String(files[0].content).replace(/\s+/g, " ");
}

test("what the script told as shares of the box is written as percentages, beside lengths with calc()", () => {
  const badge = "badge = polygon((0, 0), (100% - 12, 0), (100%, 40%), (20, 50% + 3))\n";
  expect(css(badge)).toContain("0px 0px, calc(100% - 12px) 0px, 100% 40%, 20px calc(50% + 3px))");
  expect(css(badge, ", region")).toContain("calc(100% - 12px) 0px, 100% 40%");
  expect(css(badge, ", axis up, factor 2")).toContain("calc(100% - 24px) 160px, 100% 60%, 40px calc(50% - 6px))");
  const { files } = built(`plan 100 by 80\n${badge}emit badge as css-path\n`);
  expect(files[0].report.losses).toEqual(["path() holds px only: shares of the box come out as lengths"]);
});

test("sizes and opposite corners told as shares, what is moved, turned and combined, and curves too", () => {
  expect(css("card = rect((4, 10%), to: (100% - 6, 100% - 8))\n")).toContain(
    "4px 10%, calc(100% - 6px) 10%, calc(100% - 6px) calc(100% - 8px), 4px calc(100% - 8px))",
  );
  expect(css("card = rect(at: (50%, 50%), width: 40%, height: 20)\n")).toContain(
    "30% calc(50% - 10px), 70% calc(50% - 10px), 70% calc(50% + 10px), 30% calc(50% + 10px))",
  );
  const holed =
    "card = difference(rect((0, 0), width: 100%, height: 100%), rect((50% - 5, 10), width: 10, height: 10))\n";
  expect(css(holed)).toContain("calc(50% - 5px) 20px, calc(50% + 5px) 20px, calc(50% + 5px) 10px");
  expect(css(`card = rect((0, 0), width: 50%, height: 50%)\nbeside = card.move(25%, 3)\n`)).toContain(
    "25% 3px, 75% 3px, 75% calc(50% + 3px), 25% calc(50% + 3px))",
  );
  // Turned by 90 degrees, x goes with the height.
  const turned = "lane = rect((0, 0), width: 100%, height: 10).rotate(90deg, (0, 0))\n";
  expect(css(turned)).not.toContain("%");
  expect(built(`plan 100 by 80\n${turned}emit lane as css-polygon\n`).files[0].report.losses).toEqual([
    expect.stringContaining("2 coordinates go with both sides of the box"),
  ]);
});

test.each([
  ["eye = ellipse((50%, 50%), rx: 40%, ry: 30%)", "eye"],
  ["eye = ellipse((50%, 50%), rx: 40%, ry: 30%).move(5%, 0)", "eye"],
  [
    "eye = ellipse((50%, 50%), rx: 40%, ry: 30%)\nhalf = intersection(eye, rect((0, 0), width: 100%, height: 50%))",
    "half",
  ],
])("vertices of curves go with their places on the curve: %s", (told, name) => {
  const { content, report } = built(
    `plan 100 by 80, y down\ntolerance 0.2\n${told}\nemit ${name} as css-polygon, decimals 6\n`,
  ).files[0];
  expect(report.losses).toEqual([]);
  expect(report.difference).toBeLessThan(2e-6);
  // Read on a box of another shape, the vertices lie as near the curve there.
  const [width, height] = [150, 240];
  const lengths = [...String(content).matchAll(/calc\(([-\d.]+)% ([-+]) ([-\d.]+)px\)|([-\d.]+)%|(-?[\d.]+)px/g)];
  const values = lengths.map(([, share, sign, px, alone, plain], k) => {
    const size = k % 2 ? height : width;
    if (plain) return Number(plain);
    return (Number(share ?? alone) / 100) * size + (px ? Number(`${sign}${px}`) : 0);
  });
  const cx = 0.5 * width + (told.includes("move") ? 0.05 * width : 0);
  let onCurve = 0;
  for (let k = 0; k < values.length; k += 2) {
    const u = (values[k] - cx) / (0.4 * width);
    const v = (values[k + 1] - 0.5 * height) / (0.3 * height);
    if (Math.abs(Math.hypot(u, v) - 1) < 0.006) onCurve++;
  }
  expect(values.length).toBeGreaterThan(20);
  expect(onCurve).toBe(values.length / 2);
});

test("probed points are handed off with their answers", () => {
  const script = `${LEVEL}asked = probe(ring, at: ((50, 40), (58, 40)))\n`;
  const [csv, json] = ["csv", "json"].map((form) => built(`${script}emit asked as ${form}, decimals 1\n`).files[0]);
  expect(String(csv.content).split("\r\n")).toEqual([
    "shape,line,kind,vertex,x,y,side,winding,distance,nearest_x,nearest_y,ring,edge",
    expect.stringMatching(/^asked,0,point,0,50,40,outside,0,4,/),
    expect.stringMatching(/^asked,0,point,1,58,40,inside,1,-2,/),
    "",
  ]);
  expect(JSON.parse(String(json.content))).toMatchObject({ side: ["outside", "inside"], winding: [0, 1] });
  expect([csv, json].map(({ report }) => report.problems)).toEqual([[], []]);
});

test("a form of one's own", () => {
  expect(text("emit track as template, with rows, decimals 0")).toMatch(
    /^track: \[0; 6\] \[10; 11\]\n\[20; 6\] .* \[30; 6\]\n\[40; 8\] \[44; 8\] \[44; 12\]\n$/,
  );
  expect(text("emit stops as template, with rows")).toBe("stops: [1; 2] [3; 4]\n");
  const { messages } = built('a = template(point: "{x}")\nb = template(ring: "{point}")\n');
  expect(messages).toEqual([
    "point must hold {y}, or nothing would be written",
    "ring has no place {point}; it has {points}, {index}, {count}, {closed}, {newline}, {tab}, {quote}",
  ]);
});

test.each([
  ["emit ring as wkt, layout flat", "layout: WKT has one layout only"],
  ["emit ring as wkt, triangles", "triangles: WKT holds no triangles"],
  ["emit ring as rust, numbers int32", "numbers: integers need decimals 0"],
  ["emit ring as rust, nombers int32", 'no option "nombers"; did you mean "numbers"?'],
  ["emit ring as wkt, decimals 1, decimals 2", '"decimals" is said already'],
  ["emit ring as wkt, region 3", "region stands alone"],
  ["emit ring as wkt, axis left", "axis takes up or down"],
  ["emit ring as css-path, shares", "shares: CSS path has lengths in px only"],
  ["emit ring as template, with pond", 'only a template says how to write; "pond" is a shape'],
  ["emit ring as wkt, to pond", 'to takes a file\'s name, such as to "pond.ts"'],
  ["emit rows as wkt", 'shapes, points, numbers, probes and fields are handed off; "rows" is a template'],
])("%s: says what is wrong, and no file is half right", (statement, message) => {
  const { files, messages } = built(`${LEVEL}${statement}\n`);
  expect(messages).toEqual([message]);
  expect(files).toEqual([]);
});

test("two files of one name are warned of", () => {
  const { files, messages } = built(`${LEVEL}emit ring as svg-path\nemit ring as svg-curves\n`);
  expect(messages).toEqual(['"ring.txt" is written by line 10 too: say another, to "FILE"']);
  expect(files).toHaveLength(2);
});

test("the same sheet twice: the same bytes", () => {
  const statements = Object.entries(handoffForms).map(([name, { group }]) =>
    group === "fields" ? `emit moat as ${name}` : `emit ring, track, posts, moat as ${name}`,
  );
  const script = LEVEL + FIELD + statements.join("\n");
  const [once, again] = [built(script).files, built(script).files];
  expect(once).toHaveLength(statements.length);
  expect(again.map(({ content }) => content)).toEqual(once.map(({ content }) => content));
});

test("every shape of the reference, in every form: nothing is lost, or it is said", () => {
  const sheet = new Sheet();
  sheet.attach(exampleAttachments);
  const entries = referenceGroups.flatMap(({ entries }) => entries);
  for (const entry of entries) {
    const script = exampleScript(entry);
    const statements = (Object.keys(handoffForms) as HandoffFormat[]).map(
      (form) => `emit example as ${form}, decimals exact`,
    );
    const { definitions } = sheet.update(script);
    const value = definitions.find(({ name }) => name === "example")?.value;
    if (value?.type !== "shape" && value?.type !== "list") continue;
    sheet.update(`${script}${statements.join("\n")}\n`);
    for (const { format, report } of buildFiles(sheet)) {
      const { problems, difference, vertices, losses } = report;
      // Singles, and arcs of half a turn by their ends, which tell the centre to half of the digits only.
      const most =
        { glsl: 1e-4, wgsl: 1e-4, "svg-curves": 1e-6, svg: 1e-6, "css-path": 1e-6 }[format as string] ?? 1e-12;
      const about = `${entry.name} as ${format}`;
      expect([about, problems]).toEqual([about, []]);
      expect([about, difference < most]).toEqual([about, true]);
      if (vertices === 0) expect([about, losses.length > 0 || value.type === "list"]).toEqual([about, true]);
    }
  }
});

test.each(["png", "png16", "pfm", "npy"] as const)("a field as %s comes back, with its mapping beside it", (format) => {
  const { files, messages } = built(`${LEVEL}${FIELD}emit moat as ${format}\n`);
  expect(messages).toEqual([]);
  const [{ content, beside, report, file }] = files;
  expect(file).toBe(`moat.${format.slice(0, 3)}`);
  expect(content).toBeInstanceOf(Uint8Array);
  expect(beside?.file).toBe("moat.json");
  const mapping = JSON.parse(beside!.content);
  expect(mapping).toMatchObject({ columns: 50, rows: 40, x: 1, y: 1, cell: 2, firstRow: "least y", unit: "px" });
  expect(report.problems).toEqual([]);
  const finest = { png: 6 / 255, png16: 6 / 65535, pfm: 2 ** -18, npy: 0 }[format];
  expect(report.difference).toBeLessThanOrEqual(finest * 1.0001);
  const beyond = report.losses.filter((loss) => loss.includes("beyond the field's reach of 6"));
  expect(beyond.length).toBe(format.startsWith("png") ? 1 : 0);
});

test("a field in source code is its values, and what places them in the target", () => {
  const { moat, moat_grid } = Object.fromEntries(
    JSON.parse(text(`${FIELD}emit moat as json, decimals exact, axis up, factor 0.5`)).shapes.map(
      (each: { name: string; numbers: number[] }) => [each.name, each.numbers],
    ),
  );
  expect(moat_grid).toEqual([50, 40, 0.5, 0.5, 1]);
  // The pond's middle is in the middle of the plan: turned over, it stays there.
  const [row, column] = [19, 24];
  expect(moat[row * 50 + column]).toBeCloseTo(0.5 * (Math.hypot(1, 1) - 10), 1);
  expect(text(`${FIELD}emit moat as c-array`)).toContain("moat_grid");
});

test("forms of fields say what they take", () => {
  const errorOf = (statement: string) => built(`${LEVEL}${FIELD}${statement}\n`).messages[0];
  expect(errorOf("emit pond as png")).toContain('holds fields; "pond" is a shape');
  expect(errorOf("emit as pfm")).toContain("say which");
  expect(built(`${LEVEL}${FIELD}emit moat as png, shares\n`).files[0].report.losses[0]).toMatch(
    /^cells are square: moat/,
  );
  const { report } = built(`${LEVEL}${FIELD}wide = field(hole, cell: 4)\nemit moat, wide as npy\n`).files[0];
  expect(report.losses).toEqual(["NPY, 64-bit floats holds one field: wide left out"]);
});
