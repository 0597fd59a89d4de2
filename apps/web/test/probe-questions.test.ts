import { distanceIndex, locatePoint, operandOf } from "@vertexon/geometry";
import { type ProbedPoints, SIDES } from "../src/worker/probed-points";
import { asking } from "./asking";

const KNOT = "plan 200 by 160\nknot = polygon((40, 40), (160, 40), (60, 130), (100, 10), (140, 130))\n";
const POND =
  "plan 200 by 160\ntolerance 2\npond = circle((80, 60), radius: 40)\nlane = rect((70, 20), width: 90, height: 60)\n";

/** Points of a file, with a side each. */
async function labelled(script: string, name: string, rows: readonly [x: number, y: number, side: string][]) {
  const text = `x,y,side\n${rows.map((row) => row.join()).join("\n")}\n`;
  const file = { name: "mine.csv", text: async () => text } as unknown as File;
  const answer = await asking(script)("pointsFile", { name, file });
  return answer!.points!;
}

const random = (seed: number) => () => {
  seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
  return seed / 2 ** 32;
};

test("a file of points is asked about a shape, with the same answers as one by one", async () => {
  const next = random(5);
  const rows = Array.from({ length: 300 }, (): [number, number, string] => [200 * next(), 160 * next(), "in"]);
  const points = await labelled(KNOT, "knot", rows);
  const knot = [Float64Array.of(40, 40, 160, 40, 60, 130, 100, 10, 140, 130)];
  rows.forEach(([x, y], i) => {
    const { side } = locatePoint(x, y, { rings: knot, fillRule: "nonzero" });
    expect(SIDES[points.side[i]]).toBe(side);
    expect(Math.sign(points.distance[i])).toBe(side === "inside" ? -1 : 1);
  });
  expect(points.labels?.every((label) => SIDES[label] === "inside")).toBe(true);
});

test("why: the crossings of the ray add up to the winding number, under both rules", () => {
  const ask = asking(KNOT);
  const next = random(9);
  const rings = [Float64Array.of(40, 40, 160, 40, 60, 130, 100, 10, 140, 130)];
  for (let i = 0; i < 400; i++) {
    // Level with vertices as often as not.
    const at = { x: Math.round(200 * next()) / 2, y: i % 2 ? 160 * next() : [10, 40, 130][i % 3] };
    const found = ask("why", { name: "knot", at })!;
    const { winding, side } = locatePoint(at.x, at.y, { rings, fillRule: "nonzero" });
    expect(found.isOnEdge).toBe(side === "boundary");
    if (found.isOnEdge) continue;
    expect(found.winding).toBe(winding);
    expect(found.nonzero).toBe(side === "inside");
    expect(found.evenodd).toBe(locatePoint(at.x, at.y, { rings, fillRule: "evenodd" }).side === "inside");
    expect(found.crossings.map(({ x }) => x)).toEqual(found.crossings.map(({ x }) => x).sort((a, b) => a - b));
  }
});

test("each region of an outline that crosses itself has its winding number", () => {
  const { places, isCut } = asking(KNOT)("windings", { name: "knot" })!;
  const rings = [Float64Array.of(40, 40, 160, 40, 60, 130, 100, 10, 140, 130)];
  expect(places).toHaveLength(6);
  expect(isCut).toBe(false);
  for (const { x, y, winding } of places)
    expect(locatePoint(x, y, { rings, fillRule: "nonzero" }).winding).toBe(winding);
});

test("a shape that is carried: apart, over another by an area with the way out, and back on its place", () => {
  const ask = asking(POND);
  const over = ask("carry", { name: "pond", dx: 0, dy: 0 })!.rows;
  expect(over).toMatchObject([{ name: "lane", kind: "overlapping" }]);
  const out = ask("wayOut", { name: "pond", dx: 0, dy: 0, other: "lane" })!;
  expect(ask("carry", { name: "pond", dx: 1.000001 * out.x, dy: 1.000001 * out.y })!.rows[0].kind).not.toBe(
    "overlapping",
  );
  expect(ask("carry", { name: "pond", dx: 0.99 * out.x, dy: 0.99 * out.y })!.rows[0].kind).toBe("overlapping");
  const [apart] = ask("carry", { name: "pond", dx: -60, dy: 0 })!.rows;
  expect(apart).toMatchObject({ kind: "apart", area: 0 });
  expect(apart.distance).toBeCloseTo(10, 0);
});

test("aim: a ray's hits lie on the outline in order; a ball goes on from hit to hit", () => {
  const ask = asking(POND);
  const from = { x: 10, y: 60 };
  const ray = ask("aim", { name: "pond", kind: "ray", from, to: { x: 20, y: 60 }, times: 1 })!;
  expect(ray.hits.map(({ at, effect }) => [Math.round(at * 1e9) / 1e9, effect])).toEqual([
    [30, "enters"],
    [110, "leaves"],
  ]);
  expect(ask("aim", { name: "pond", kind: "segment", from, to: { x: 50, y: 60 }, times: 1 })!.hits).toHaveLength(1);
  const ball = ask("aim", { name: "pond", kind: "ball", from: { x: 80, y: 60 }, to: { x: 90, y: 64 }, times: 5 })!;
  expect(ball.hits).toHaveLength(5);
  for (const { x, y } of ball.hits) expect(Math.hypot(x - 80, y - 60)).toBeCloseTo(40, 9);
});

test("what if: points between curves and their chords are told, and none at a fine tolerance", () => {
  const x = Float64Array.from({ length: 400 }, (_, k) => 80 + 39.5 * Math.cos(k));
  const y = Float64Array.from({ length: 400 }, (_, k) => 60 + 39.5 * Math.sin(k));
  const found = asking(POND)("whatIf", { name: "pond", x, y, decimals: 2, tolerance: 2, from: 16 + 10, to: 16 + 11 })!;
  expect(found.stages.map(({ title }) => title)).toEqual([
    "true curves",
    "flattened outline",
    "region",
    "digits handed off",
  ]);
  expect(found.stages[0]).toMatchObject({ inside: 400, differ: 0 });
  expect(found.stages[1].differ).toBeGreaterThan(0);
  expect(found.rows).toHaveLength(Math.max(...found.stages.map(({ differ }) => differ)));
  const { tolerances } = found;
  expect(tolerances.at(-1)!.differ).toBe(0);
  expect(tolerances[0].differ).toBeGreaterThan(0);
  expect(tolerances.map(({ vertices }) => vertices)).toEqual(
    tolerances.map(({ vertices }) => vertices).sort((a, b) => a - b),
  );
});

/** How often each cause was told. */
function causes(points: ProbedPoints, script: string, name: string): Record<string, number> {
  const { differences } = asking(script)("checkMine", { name, points, top: 0, height: 160 })!;
  const found: Record<string, number> = {};
  for (const { cause } of differences) found[cause] = (found[cause] ?? 0) + 1;
  return found;
}

test("a program's own answers: what made them others is told", async () => {
  const next = random(21);
  const places = Array.from({ length: 500 }, (): [number, number] => [200 * next(), 160 * next()]);
  const by = async (script: string, name: string, side: (x: number, y: number) => boolean) =>
    causes(
      await labelled(
        script,
        name,
        places.map(([x, y]) => [x, y, side(x, y) ? "1" : "0"]),
      ),
      script,
      name,
    );
  const rings = [Float64Array.of(40, 40, 160, 40, 60, 130, 100, 10, 140, 130)];
  const isIn = (x: number, y: number, fillRule: "nonzero" | "evenodd" = "nonzero"): boolean =>
    locatePoint(x, y, { rings, fillRule }).side === "inside";
  expect(await by(KNOT, "knot", (x, y) => isIn(x, y))).toEqual({});
  expect(Object.keys(await by(KNOT, "knot", (x, y) => isIn(x, y, "evenodd")))).toEqual(["the other fill rule"]);
  expect(Object.keys(await by(KNOT, "knot", (x, y) => isIn(x, 160 - y)))).toEqual(["y turned over"]);
  expect(Object.keys(await by(KNOT, "knot", (x, y) => isIn(y, x)))).toEqual(["x and y swapped"]);
  expect(Object.keys(await by(KNOT, "knot", (x, y) => !isIn(x, y)))).toEqual(["inside and outside swapped"]);
  const onEdge = await labelled(KNOT, "knot", [
    [100, 40, "1"],
    [50, 40, "0"],
    [10, 10, "0"],
  ]);
  expect(causes(onEdge, KNOT, "knot")).toEqual({ "boundary counted otherwise": 1 });
});

test("a program that rounds, or flattens coarsely, is told by its points near the outline", async () => {
  const next = random(33);
  const beside = Array.from({ length: 300 }, (): [number, number] => {
    const t = next();
    return [160 - 100 * t + 4e-6 * (next() - 0.5), 40 + 90 * t];
  });
  const single = [Float64Array.of(40, 40, 160, 40, 60, 130, 100, 10, 140, 130)];
  const rounded = beside.map(([x, y]): [number, number, string] => {
    const at = locatePoint(Math.fround(x), Math.fround(y), { rings: single, fillRule: "nonzero" });
    return [x, y, at.side === "inside" ? "1" : at.side === "outside" ? "0" : "boundary"];
  });
  expect(Object.keys(causes(await labelled(KNOT, "knot", rounded), KNOT, "knot"))).toEqual(["float32"]);
  const fine = POND.replace("tolerance 2", "tolerance 0.01");
  const corner = (k: number): number => 40 * (k & 1 ? Math.sin : Math.cos)((Math.PI * (k >> 1)) / 20);
  const coarse = [Float64Array.from({ length: 80 }, (_, k) => (k & 1 ? 60 : 80) + corner(k))];
  const near = Array.from({ length: 300 }, (): [number, number, string] => {
    const [angle, radius] = [2 * Math.PI * next(), 39.8 + 0.3 * next()];
    const [x, y] = [80 + radius * Math.cos(angle), 60 + radius * Math.sin(angle)];
    const { side } = locatePoint(x, y, { rings: coarse, fillRule: "nonzero" });
    return [x, y, side === "inside" ? "1" : "0"];
  });
  expect(Object.keys(causes(await labelled(fine, "pond", near), fine, "pond"))).toEqual(["flattened too coarsely"]);
});

test("test vectors: the nasty points of a shape, each with the right answer", () => {
  const { points } = asking(POND)("testVectors", { name: "lane" })!;
  const lane = operandOf([{ outer: Float64Array.of(70, 20, 160, 20, 160, 80, 70, 80), holes: [] }]);
  const distance = distanceIndex(lane);
  const found = new Map<string, number>();
  for (let i = 0; i < points.x.length; i++) {
    const { side } = locatePoint(points.x[i], points.y[i], lane);
    expect(SIDES[points.side[i]]).toBe(side);
    expect(points.distance[i]).toBe(distance.distance(points.x[i], points.y[i]).distance);
    found.set(side, (found.get(side) ?? 0) + 1);
  }
  for (const side of SIDES) expect(found.get(side)).toBeGreaterThan(3);
});
