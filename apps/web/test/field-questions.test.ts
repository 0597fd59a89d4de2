import { readableInterval } from "../src/sheet/plan/use-field-picture";
import { asking } from "./asking";

const SCRIPT = "plan 200 by 160\nlane = rect((50, 40), width: 100, height: 80)\npond = circle((100, 80), radius: 40)\n";

test("a section holds the exact distance along its line, and where it meets the boundary", () => {
  const ask = asking(SCRIPT);
  const found = ask("section", { name: "lane", from: { x: 0, y: 80 }, to: { x: 200, y: 80 } })!;
  expect(found.length).toBe(200);
  expect(found.zeros.map(({ at }) => at)).toEqual([50, 150]);
  found.values.forEach((value, k) => {
    const x = (200 * k) / (found.values.length - 1);
    expect(value).toBeCloseTo(Math.max(Math.abs(x - 100) - 50, -40), 10);
  });
  expect(ask("section", { name: "lane", from: { x: 3, y: 3 }, to: { x: 3, y: 3 } })).toBeNull();
});

test("a marched ray's steps are safe, end on the boundary, and relaxed ones that go too far are taken back", () => {
  const ask = asking(SCRIPT);
  for (const relaxed of [1, 1.3, 1.9]) {
    const found = ask("march", { name: "pond", from: { x: 2, y: 52 }, to: { x: 12, y: 55 }, relaxed, size: 200 })!;
    expect(found.isHit).toBe(true);
    const last = found.steps.at(-1)!;
    expect(Math.hypot(last.x - 100, last.y - 80)).toBeCloseTo(40, 1);
    // No place of the ray that it came by lies inside.
    for (const { x, y } of found.steps) expect(Math.hypot(x - 100, y - 80)).toBeGreaterThan(39.9);
    // Each step overlaps the one before, so that nothing lies between them.
    for (let i = 1; i < found.steps.length; i++) {
      const [p, q] = [found.steps[i - 1], found.steps[i]];
      expect(Math.hypot(q.x - p.x, q.y - p.y)).toBeLessThanOrEqual(p.distance + q.distance + 1e-9);
    }
  }
  const away = ask("march", { name: "pond", from: { x: 2, y: 2 }, to: { x: -8, y: 2 }, relaxed: 1, size: 200 })!;
  expect(away.isHit).toBe(false);
  // Past the rim: relaxed steps come by with fewer, and those that are too bold are noticed.
  const past = (relaxed: number) =>
    ask("march", { name: "pond", from: { x: 0, y: 20 }, to: { x: 10, y: 20 }, relaxed, size: 200 })!;
  expect(Math.min(...[1.1, 1.2, 1.3, 1.4].map((relaxed) => past(relaxed).steps.length))).toBeLessThan(
    past(1).steps.length,
  );
  expect(past(1.9).takenBack).toBe(1);
});

const SOFT = `${SCRIPT}soft = blend(lane, pond.move(60, 0), radius: 20)
fillet = blend(lane, lane.move(2, 1), radius: 30, form: circle)
exact = distance(lane)
grid = field(soft, cell: 4, reach: 20)
`;

const box = { x: 0, y: 0, cell: 2, columns: 100, rows: 80, upscale: 1, interval: 10, reach: 1e9, flipped: false };
const request = { ...box, tint: [0, 0, 0] as [number, number, number] };

test("a composed distance is held against the exact one: how far off, where, and how steep", () => {
  const ask = asking(SOFT);
  const soft = ask("fieldWorth", { name: "soft", request })!;
  expect(soft.worth).toEqual({ inside: "bound", outside: "bound" });
  // A blend is deepest by a quarter of its radius, where both are the same; inside, the union alone is off by more.
  expect(Math.abs(soft.off!.greatest.difference)).toBeGreaterThan(4.9);
  expect(soft.off!.mean).toBeGreaterThan(0);
  expect(soft.steepest.length).toBeLessThanOrEqual(1 + 1e-9);
  expect(soft.steepness.reduce((sum, count) => sum + count, 0)).toBe(soft.samples);
  const exact = ask("fieldWorth", { name: "exact", request })!;
  expect([soft.tolerance, ask("fieldWorth", { name: "lane", request })!.tolerance]).toEqual([0.05, 0]);
  expect([exact.off!.greatest.difference, exact.off!.mean]).toEqual([0, 0]);
  const fillet = ask("fieldWorth", { name: "fillet", request })!;
  expect(fillet.worth.inside).toBe("neither");
  expect(fillet.steepest.length).toBeGreaterThan(1.2);
  expect(ask("fieldWorth", { name: "nothing", request })).toBeNull();
});

test("what has nothing inside is held against no outline, and shown as it is", () => {
  const ask = asking(`${SCRIPT}gone = distance(pond).offset(-50)\n`);
  const { off, worth, steepest } = ask("fieldWorth", { name: "gone", request })!;
  expect([off, worth.outside, steepest.length]).toEqual([null, "bound", expect.closeTo(1, 9)]);
  const from = { x: 0, y: 80 };
  const { exact, zeros, values } = ask("section", { name: "gone", from, to: { x: 200, y: 80 } })!;
  expect([exact, zeros]).toEqual([null, []]);
  expect(Math.min(...values)).toBeCloseTo(10, 1);
  const pictures = (["values", "exact", "difference"] as const).map(
    (aspect) => ask("fieldPicture", { name: "gone", aspect, request })!.contours,
  );
  expect(pictures[0].length).toBeGreaterThan(0);
  expect(pictures).toEqual([pictures[0], pictures[0], pictures[0]]);
});

test("pictures of what is composed have its outline; those of differences are empty where there are none", () => {
  const ask = asking(SOFT);
  const opaque = (name: string, aspect: "values" | "difference" | "steepness") => {
    const { pixels, contours } = ask("fieldPicture", { name, aspect, request })!;
    return {
      count: pixels.filter((value, i) => i % 4 === 3 && value > 0).length,
      zeros: contours.filter(({ level }) => level === 0).length,
    };
  };
  expect(opaque("soft", "values").zeros).toBe(1);
  expect(opaque("lane", "values").zeros).toBe(0);
  expect(opaque("soft", "difference").count).toBeGreaterThan(100);
  expect(opaque("exact", "difference").count).toBe(0);
  expect(opaque("fillet", "steepness").count).toBeGreaterThan(100);
  // What may come from the vertices of the outline alone is pale.
  const round = asking(
    "plan 200 by 160\ntolerance 0.05\nround = distance(circle((80, 60), radius: 40), curves: yes)\n",
  );
  const { pixels } = round("fieldPicture", { name: "round", aspect: "difference", request })!;
  const deepest = pixels.reduce((most, value, i) => (i % 4 === 3 ? Math.max(most, value) : most), 0);
  expect(deepest).toBeGreaterThan(0);
  expect(deepest).toBeLessThan(200);
});

test("layers and contours are as readable far away and near by, also where all in view is deep inside", () => {
  for (const scale of [0.01, 0.3, 1, 7, 400, 1e6]) {
    const apart = readableInterval(10, scale) * scale;
    expect(apart).toBeGreaterThanOrEqual(8);
    expect(apart).toBeLessThanOrEqual(90);
  }
  expect([1, 5].map((scale) => readableInterval(12, scale))).toEqual([12, 12]);
  // A circle's middle, from 30 to 38 deep.
  const near = { x: 98, y: 78, cell: 0.2, columns: 50, rows: 20, upscale: 1, interval: 1, reach: 1e9, flipped: false };
  const seen = asking(SCRIPT)("fieldPicture", { name: "pond", request: { ...near, tint: [0, 0, 0] } })!;
  const shades = new Set(seen.pixels.filter((_, i) => i % 4 === 3));
  expect(Math.min(...shades)).toBeGreaterThan(70);
  expect(shades.size).toBeGreaterThan(6);
});

test("a section through what is composed has both profiles, and its own zeros", () => {
  const found = asking(SOFT)("section", { name: "soft", from: { x: 0, y: 80 }, to: { x: 200, y: 80 } })!;
  expect(found.exact).toHaveLength(found.values.length);
  // It ends on the rim.
  expect(found.zeros.map(({ x }) => x)).toEqual([expect.closeTo(50, 9), 200]);
});

test("a ray that steps through a boundary, because values are no bound, is caught", () => {
  const ask = asking(SOFT);
  const marched = Array.from(
    { length: 60 },
    (_, k) =>
      ask("march", { name: "fillet", from: { x: 2, y: 2 + 2.6 * k }, to: { x: 99, y: 81 }, relaxed: 1, size: 200 })!,
  );
  const safe = Array.from(
    { length: 60 },
    (_, k) =>
      ask("march", { name: "soft", from: { x: 2, y: 2 + 2.6 * k }, to: { x: 99, y: 81 }, relaxed: 1, size: 200 })!,
  );
  expect(safe.some(({ hasOverstepped }) => hasOverstepped)).toBe(false);
  expect(safe.every(({ isHit }) => isHit)).toBe(true);
  for (const { isHit, hasOverstepped } of marched) expect(isHit || hasOverstepped).toBe(true);
  expect([marched[0].isSafe, safe[0].isSafe]).toEqual([false, true]);
  // A wall so thin that the step ends behind it, on the same side.
  const thin = asking(`${SOFT}wall = fillet.shell(0.01)\n`);
  const through = Array.from(
    { length: 60 },
    (_, k) =>
      thin("march", {
        ...{ name: "wall", from: { x: 2, y: 2 + 2.6 * k }, to: { x: 99, y: 81 } },
        ...{ relaxed: 1 + (k % 3) / 4, size: 200 },
      })!,
  );
  for (const { isHit, hasOverstepped } of through) expect(isHit || hasOverstepped).toBe(true);
  expect(through.some(({ hasOverstepped }) => hasOverstepped)).toBe(true);
  // A ray that slides along a side, and makes no way.
  const along = ask("march", {
    name: "lane",
    from: { x: 0, y: 39.999 },
    to: { x: 9, y: 39.999 },
    relaxed: 1,
    size: 200,
  })!;
  expect([along.isLeft, along.steps.length]).toEqual([true, 256]);
});

test("a bilinear reader: at the suggested cell its outline lies within the wanted error", () => {
  const ask = asking(SOFT);
  const coarse = ask("gridReader", { name: "grid", wanted: 0.25 })!;
  expect(coarse.greatest!.distance).toBeGreaterThan(0.25);
  expect(coarse.least).toBeLessThan(4);
  const fine = asking(SOFT.replace("cell: 4", `cell: ${coarse.least}`))("gridReader", { name: "grid", wanted: 0.25 })!;
  expect(fine.greatest!.distance).toBeLessThanOrEqual(0.3);
});

test("a bilinear reader's outline lies where its values are 0; its errors are told at corners and elsewhere", () => {
  const ask = asking(`${SCRIPT}grid = field(lane, cell: 3)\n`);
  const window = { column: 0, row: 0, columns: 67, rows: 54 };
  const values = ask("fieldSamples", { name: "grid", window })!;
  expect([...ask("fieldSamples", { name: "grid", window: { column: 20, row: 10, columns: 2, rows: 1 } })!]).toEqual([
    ...values.subarray(690, 692),
  ]);
  const { lines, atCorners, elsewhere, greatest } = ask("gridReader", { name: "grid", wanted: 0.5 })!;
  for (const line of lines)
    for (let i = 0; i < line.length; i += 2) {
      const [u, v] = [line[i] / 3 - 0.5, line[i + 1] / 3 - 0.5];
      const [column, row] = [Math.min(65, Math.floor(u)), Math.min(52, Math.floor(v))];
      const [a, b, c, d] = [0, 1, 67, 68].map((step) => values[row * 67 + column + step]);
      const [p, q] = [u - column, v - row];
      expect(Math.abs((1 - q) * ((1 - p) * a + p * b) + q * ((1 - p) * c + p * d))).toBeLessThan(1e-9);
    }
  // Straight sides are read as they are; at a corner no bilinear patch turns at once.
  expect(elsewhere!.distance).toBeLessThan(1e-9);
  expect(atCorners!.distance).toBeGreaterThan(0.3);
  expect(greatest).toEqual(atCorners);
});

test("what a bilinear reader misses of an outline is counted, and a cell that shows all of it is suggested", () => {
  const grains = "plan 64 by 64\nlane = rect((10, 10), width: 30, height: 30)\npin = circle((48, 48), radius: 0.5)\n";
  const ask = (cell: number) =>
    asking(`${grains}grid = field(lane union pin, cell: ${cell})\n`)("gridReader", { name: "grid", wanted: 0.4 })!;
  const coarse = ask(8);
  expect([coarse.missed, coarse.parts, coarse.lines.length]).toEqual([1, 2, 1]);
  // The corners of the true outline are further from what is seen than that is from the outline.
  const { x, y } = coarse.greatest!;
  expect([10, 40]).toEqual(expect.arrayContaining([x, y]));
  const fine = ask(coarse.least!);
  expect([fine.missed, fine.parts, fine.lines.length]).toEqual([0, 2, 2]);
  expect(fine.greatest!.distance).toBeLessThanOrEqual(0.4);
  // A round number, and the next one that is wider does not.
  const round = [0.4, 0.5, 0.6, 0.8, 1, 1.2, 1.5, 2];
  expect(round).toContain(coarse.least);
  const wider = ask(round[round.indexOf(coarse.least!) + 1]);
  expect(wider.missed > 0 || wider.greatest!.distance > 0.4).toBe(true);
  const none = asking(`${grains}gone = distance(pin).offset(-1)\ngrid = field(gone, cell: 8)\n`);
  expect(none("gridReader", { name: "grid", wanted: 0.4 })).toMatchObject({ parts: 0, lines: [], greatest: null });
});

test("the region of an edge is asked by a place", () => {
  const frame = { minX: 0, minY: 0, maxX: 200, maxY: 160 };
  const found = asking(SCRIPT)("edgeRegion", { name: "lane", x: 100, y: 45, frame })!;
  // A trapezium of 100 and 20 by 40, and all above the edge.
  expect(Math.abs(found.area - (60 * 40 + 100 * 40))).toBeLessThan(20);
});

test("a field is saved with its mapping to plan units", () => {
  const grid = { x: 0, y: 0, cell: 4, columns: 50, rows: 40 };
  const ask = asking(SOFT);
  const [low, high] = [0, 20].map((from) => ask("fieldRows", { name: "grid", from, to: from + 20 })!.values);
  const values = Float64Array.of(...low, ...high);
  const whole = ask("fieldSamples", { name: "grid", window: { column: 0, row: 0, columns: 50, rows: 40 } })!;
  // But for last bits, which depend on what is measured together.
  expect(values.every((value, i) => Math.abs(value - whole[i]) <= 1e-13 * 200)).toBe(true);
  const { content, mapping } = ask("fieldSave", { values, grid, format: "png", reach: 20, unit: "px" });
  expect([...content.subarray(1, 4)].map((code) => String.fromCharCode(code)).join("")).toBe("PNG");
  expect(mapping).toMatchObject({ columns: 50, rows: 40, x: 2, y: 2, cell: 4, offset: -20, unit: "px" });
});

test("the medial axis of what a distance stands for, and its widest place", () => {
  const ask = asking(SOFT);
  const lane = ask("medialLines", { name: "lane" })!;
  expect(lane.lines.length).toBe(5);
  expect(lane.widest!.radius).toBeCloseTo(40, 6);
  // Two corners are left.
  expect(ask("medialLines", { name: "soft" })!.lines.length).toBe(3);
  expect(ask("medialLines", { name: "nothing" })).toBeNull();
});
