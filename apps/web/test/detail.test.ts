import fc from "fast-check";
import { levelOf, seenVertices, thinned } from "../src/sheet/plan/detail";

const cameraAt = (scale: number) => ({ scale, x: 0, y: 0, yDown: true, width: 800, height: 600 });

test("what is thinned out lies nearer than the distance to what stands for it, in order, first and last included", () => {
  const outline = fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 4, maxLength: 400 });
  fc.assert(
    fc.property(outline, fc.double({ min: 0, max: 20, noNaN: true }), (numbers, distance) => {
      const points = Float64Array.from(numbers.slice(0, 2 * Math.floor(numbers.length / 2)));
      const kept = [...thinned(points, distance)];
      expect(kept[0]).toBe(0);
      expect(kept.at(-1)).toBe(points.length / 2 - 1);
      for (let i = 0, last = 0; i < points.length / 2; i++) {
        if (kept.includes(i)) last = i;
        const away = Math.hypot(points[2 * i] - points[2 * last], points[2 * i + 1] - points[2 * last + 1]);
        expect(away).toBeLessThanOrEqual(distance * (1 + 1e-12) + 1e-150);
      }
    }),
  );
});

test("few vertices are drawn as they are; of many as many as the screen tells apart, computed once a doubling", () => {
  expect(seenVertices(new Float64Array(200), cameraAt(1))).toBeNull();
  const circle = Float64Array.from({ length: 480_000 }, (_, i) => {
    const angle = (2 * Math.PI * (i >> 1)) / 240_000;
    return 100 * (i & 1 ? Math.sin(angle) : Math.cos(angle));
  });
  const coarse = seenVertices(circle, cameraAt(3))!;
  expect(coarse.length).toBeLessThan((2 * Math.PI * 100 * 4) / 0.5);
  expect(seenVertices(circle, cameraAt(4))).toBe(coarse);
  expect(seenVertices(circle, cameraAt(4.1))!.length).toBeGreaterThan(1.5 * coarse.length);
  expect(levelOf(cameraAt(4))).toBe(2);
});
