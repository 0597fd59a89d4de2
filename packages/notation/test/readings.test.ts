import { pointAt } from "@vertexon/geometry";
import { applyEdits, arcReadings, type Shape, Sheet, travelPlaces } from "../src";

/** Where the first arc of each reading starts, passes its middle, and ends. */
function arcsOf(statement: string): string[] {
  const sheet = new Sheet();
  sheet.update(`plan 200 by 200\n${statement}`);
  return arcReadings(statement).map(({ edits }) => {
    const shape = sheet.tryOut("a", applyEdits(statement, edits)) as Shape;
    const arc = shape.outline.subpaths[0].segments.find(({ kind }) => kind === "arc")!;
    return [0, 0.5, 1]
      .map((t) =>
        pointAt(arc, t)
          .map((v) => Math.round(v) + 0)
          .join(","),
      )
      .join(" ");
  });
}

test.each<[string, string[]]>([
  [
    "a = arc((100, 100), radius: 10, from: 90deg, sweep: 180deg)",
    // taken; turning back; between the same ends; the sweep as the end's direction; the centre as the start
    [
      "100,110 90,100 100,90",
      "100,110 110,100 100,90",
      "100,110 110,100 100,90",
      "100,110 93,107 90,100",
      "100,100 90,90 100,80",
    ],
  ],
  [
    "a = arc((100, 100), radius: 10, sweep: 0.25turn)",
    ["110,100 107,107 100,110", "110,100 107,93 100,90", "110,100 93,93 100,110", "100,100 97,107 90,110"],
  ],
  [
    "a = arcradii((90, 100), (110, 100), rx: 10)",
    ["90,100 100,90 110,100", "90,100 100,110 110,100", "90,100 100,90 110,100", "90,100 100,110 110,100"],
  ],
  [
    "a = arcfacing((90, 100), facing: -90deg, to: (110, 100))",
    ["90,100 100,90 110,100", "90,100 100,110 110,100", "90,100 100,110 110,100"],
  ],
])("%s is read in all its ways", (statement, want) => {
  expect(arcsOf(statement)).toEqual(want);
});

test("each step of an outline has the text that it comes from", () => {
  const texts = (statement: string): string[] => {
    const { definitions } = new Sheet().update(statement);
    const { outline } = definitions[0].value as Shape;
    const places = travelPlaces(
      statement,
      outline.subpaths.map(({ segments }) => segments.length),
    );
    return places.flat().map(({ from, to }) => statement.slice(from, to));
  };
  expect(texts("a = polygon((1, 1), (9, 1), (5, 8))")).toEqual(["(9, 1)", "(5, 8)", "(1, 1)"]);
  expect(texts("a = polygon((1, 1), (9, 1), (5, 8), round: 1)")).toEqual([
    "(1, 1)",
    "(9, 1)",
    "(9, 1)",
    "(5, 8)",
    "(5, 8)",
    "(1, 1)",
  ]);
  expect(texts('a = path("M 1 1 h 8 L 5 8 z m 9 9 v 3")')).toEqual(["h 8", "L 5 8", "z", "v 3"]);
  const legs = texts("a = trail(from: (9, 9), legs: (5, 2 of (3, bend: 90deg), (4, sweep: 20deg)))");
  expect(legs).toEqual(["5", "(3, bend: 90deg)", "(3, bend: 90deg)", "(4, sweep: 20deg)"]);
  expect(texts("a = circle((9, 9), radius: 3)")).toEqual(Array(2).fill("circle((9, 9), radius: 3)"));
});

test("another text is tried out in the sheet as it is, and leaves it so", () => {
  const sheet = new Sheet();
  const script = "r = 5\na = circle((20, 20), radius: r)\nb = a union circle((40, 20), radius: 5)";
  sheet.update(script);
  const larger = sheet.tryOut("a", "a = circle((20, 20), radius: 2 * r)") as Shape;
  expect(Math.abs(larger.area - 100 * Math.PI)).toBeLessThan(larger.error * 2 * Math.PI * 10);
  expect(sheet.tryOut("a", "a = circle((20, 20), radius: q)")).toBeNull();
  expect(sheet.tryOut("a", "a = (")).toBeNull();
  expect(sheet.update(script).recomputed).toEqual([]);
});
