import { MOST_POINTS, readPoints } from "../src";

const points = (text: string, name?: string) => {
  const { x, y } = readPoints(text, name);
  return [...x].map((value, i) => [value, y[i]]);
};

test("tables, GeoJSON, well-known text and coordinate arrays are read as points", () => {
  const expected = [
    [1, 2],
    [3.5, -4],
  ];
  for (const text of [
    "1,2\n3.5,-4\n",
    "id;x;y\r\na;1;2\r\nb;3,5;-4\r\n",
    "x y\n1 2\n3.5   -4\n",
    "lon\tlat\n1\t2\n3.5\t-4",
    '{"type":"MultiPoint","coordinates":[[1,2],[3.5,-4]]}',
    "MULTIPOINT ((1 2), (3.5 -4))",
    "const stops = [[1, 2], [3.5, -4]];",
    "M1 2L3.5 -4",
  ])
    expect(points(text)).toEqual(expected);
  expect(points("POLYGON ((0 0, 4 0, 0 4, 0 0))")).toEqual([
    [0, 0],
    [4, 0],
    [0, 4],
  ]);
});

test("sides that a file gives are read in the usual words; what is left out is named", () => {
  const { labels, leftOut } = readPoints("x,y,inside,hole\n0,0,true,a\n1,1,0,b\n2,2,Boundary,c\n", "mine.csv");
  expect(labels).toEqual(["inside", "outside", "boundary"]);
  expect(leftOut).toEqual(["hole"]);
  expect(readPoints("1,2\n3,4").labels).toBeNull();
});

test.each([
  [
    "x,y\n1,2\n3,four\n",
    'line 3, column 3: expected a finite number, found "four"; 1 point before it was good, none was taken',
  ],
  [
    "x,y\n1,2\n3\n",
    "line 3, column 3: expected a finite number, found nothing; 1 point before it was good, none was taken",
  ],
  ["a,b\n1,2\n", 'line 1: expected columns headed x and y, found "a", "b"'],
  [
    "x,y,side\n1,2,near\n",
    'line 2, column 5: expected inside, outside or boundary (or 1 and 0, true and false), found "near"; 0 points before it were good, none was taken',
  ],
  [
    "x,y\n1e999,2\n",
    'line 2, column 1: expected a finite number, found "1e999"; 0 points before it were good, none was taken',
  ],
  ["", "there is nothing in it"],
  ["x,y\n", "the table has no rows of numbers"],
  ["POINT EMPTY", "it holds no points"],
])("%j is refused where it is wrong", (text, message) => {
  expect(() => readPoints(text, text.startsWith("POINT") ? "" : "points.csv")).toThrow(message);
});

test("more than a million points are refused, with the progress told on the way", () => {
  const shares: number[] = [];
  const read = () => readPoints("12.5,7\n".repeat(MOST_POINTS + 1), "many.csv", (share) => shares.push(share));
  expect(read).toThrow("more than 1,000,000 points");
  expect(shares.length).toBeGreaterThan(10);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
});
