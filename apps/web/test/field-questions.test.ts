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
