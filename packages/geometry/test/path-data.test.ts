import { flattenPath, type PathDataError, parsePathData, parsePathPrefix, perimeter, pointAt } from "../src";

/** The kinds and ends of all segments, as short text. */
function outline(d: string): string[] {
  return parsePathData(d).subpaths.map(({ segments, closed }) => {
    const steps = segments.map((s) => `${s.kind[0]}${pointAt(s, 1).map((v) => Number(v.toFixed(6)))}`);
    return steps.join(" ") + (closed ? " z" : "");
  });
}

test("every command, absolute and relative, gives the same outline", () => {
  const absolute =
    "M 10 10 L 20 10 H 30 V 20 C 30 30 20 30 20 20 S 10 10 5 20 Q 0 30 5 40 T 15 50 A 5 8 20 1 0 30 60 Z";
  const relative =
    "m 10 10 l 10 0 h 10 v 10 c 0 10 -10 10 -10 0 s -10 -10 -15 0 q -5 10 0 20 t 10 10 a 5 8 20 1 0 15 10 z";
  expect(outline(relative)).toEqual(outline(absolute));
  expect(outline(absolute)[0]).toBe("l20,10 l30,10 l30,20 c20,20 c5,20 q5,40 q15,50 a30,60 z");
});

test("numbers run together, flags run together, repeated arguments", () => {
  expect(outline("M.5.5.25-1e1+2-.5")).toEqual(["l0.25,-10 l2,-0.5"]);
  expect(outline("M0 0a5 5 0 0110 0")).toEqual(outline("M 0 0 a 5 5 0 0 1 10 0"));
  expect(outline("m 10 10 5 5 z m 1 1 l 2 2")).toEqual(["l15,15 z", "l13,13"]);
  expect(outline("M 1 1 L 2 2 Z L 5 5")).toEqual(["l2,2 z", "l5,5"]);
  expect(outline("")).toEqual([]);
});

test("smooth commands reflect only after a curve of their own degree", () => {
  const [first, smooth] = parsePathData("M 0 0 Q 5 5 10 0 S 20 5 30 0").subpaths[0].segments;
  expect(first.kind).toBe("quadratic");
  expect(smooth).toMatchObject({ kind: "cubic", x1: 10, y1: 0 });
  expect(parsePathData("M 0 0 C 1 5 5 5 10 0 S 20 5 30 0").subpaths[0].segments[1]).toMatchObject({ x1: 15, y1: -5 });
});

test.each([
  // Radii too small are scaled up to half a turn; a zero radius is a line; equal ends are nothing.
  ["M 0 0 A 1 1 0 0 1 20 0", (Math.PI * 10).toFixed(3)],
  ["M 0 0 A -10 10 0 0 1 20 0", (Math.PI * 10).toFixed(3)],
  ["M 0 0 A 0 5 0 0 1 3 4", "5.000"],
  ["M 3 4 A 5 5 0 1 1 3 4", "0.000"],
  ["M 10 0 A 10 10 0 1 1 0 -10", (Math.PI * 15).toFixed(3)],
])("arc %s has length %s", (d, length) => {
  const [{ vertices }] = flattenPath(parsePathData(d), { tolerance: 1e-7 }).subpaths;
  expect(perimeter(vertices, false).toFixed(3)).toBe(length);
});

test.each([
  ["L 1 1", 0],
  ["M ", 2],
  ["M 10", 4],
  ["M10,", 4],
  ["M 1,,2", 4],
  ["M 1 2 L", 7],
  ["M 1 2 L 3 4,", 12],
  ["M 1 2 x", 6],
  ["M 1 2 L . 5", 9],
  ["M 1 2 L 1e 5", 10],
  ["M 1 2 L 20 - 5", 12],
  ["M 0 0 A 5 5 0 1 3 10 0", 16],
  ["M 0 0 A 5 5 0-1 1 10 0", 13],
  ["M 1 2 L 1e999 0", 8],
])("%s fails at character %d", (d, offset) => {
  let error: PathDataError | null = null;
  try {
    parsePathData(d);
  } catch (caught) {
    error = caught as PathDataError;
  }
  expect(error).toMatchObject({ name: "PathDataError", offset });
  expect(error?.message).toMatch(/^path data, character \d+: expected .+, found .+/);
});

test("the valid beginning of malformed data is kept", () => {
  const { path, error } = parsePathPrefix("M 0 0 L 10 0 L 10 10 L 5");
  expect(path.subpaths[0].segments).toHaveLength(2);
  expect(error?.offset).toBe(24);
});
