import fc from "fast-check";
import {
  type Camera,
  decimalsAt,
  fit,
  MARGIN,
  pan,
  RULER,
  toPlan,
  toScreen,
  visible,
  zoomAt,
} from "../src/sheet/plan/camera";

const camera = fc.record<Camera>({
  scale: fc.double({ min: -4, max: 4, noNaN: true }).map((power) => 10 ** power),
  x: fc.integer({ min: -500, max: 500 }),
  y: fc.integer({ min: -500, max: 500 }),
  yDown: fc.boolean(),
  width: fc.integer({ min: 200, max: 2000 }),
  height: fc.integer({ min: 200, max: 1200 }),
});
const pixel = fc.tuple(fc.integer({ min: RULER, max: 1000 }), fc.integer({ min: RULER, max: 1000 }));

test("a pixel comes back from the plan, and one pixel is one over the scale", () => {
  fc.assert(
    fc.property(camera, pixel, (seen, [px, py]) => {
      const [x, y] = toPlan(seen, px, py);
      const [bx, by] = toScreen(seen, x, y);
      expect(Math.hypot(bx - px, by - py)).toBeLessThan(1e-6 * Math.max(1, seen.scale));
      const [right, below] = [toPlan(seen, px + 1, py), toPlan(seen, px, py + 1)];
      expect((right[0] - x) * seen.scale).toBeCloseTo(1, 6);
      expect((below[1] - y) * seen.scale).toBeCloseTo(seen.yDown ? 1 : -1, 6);
    }),
  );
});

test("zooming keeps the place under the pixel, as far as a limit of the scale", () => {
  fc.assert(
    fc.property(camera, pixel, fc.double({ min: 0.01, max: 100, noNaN: true }), (seen, [px, py], factor) => {
      const zoomed = zoomAt(seen, px, py, factor);
      const [before, after] = [toPlan(seen, px, py), toPlan(zoomed, px, py)];
      const slack = 1e-9 * (1000 + 2000 / seen.scale);
      expect(Math.hypot(before[0] - after[0], before[1] - after[1])).toBeLessThan(slack);
      expect(zoomed.scale).toBeCloseTo(Math.max(1e-6, Math.min(1e7, seen.scale * factor)), 9);
    }),
  );
  const far = zoomAt({ scale: 1, x: 0, y: 0, yDown: true, width: 800, height: 600 }, 400, 300, 1e30);
  expect(far.scale).toBe(1e7);
});

test("panning moves what is seen by as many pixels, whichever way y runs", () => {
  fc.assert(
    fc.property(camera, pixel, pixel, (seen, [px, py], [dx, dy]) => {
      const place = toPlan(seen, px, py);
      const [mx, my] = toScreen(pan(seen, dx, dy), ...place);
      expect(Math.hypot(mx - px - dx, my - py - dy)).toBeLessThan(1e-6 * Math.max(1, seen.scale));
    }),
  );
});

test("fitting brings all of a box into view, and touches two of its sides with the margin", () => {
  const box = fc
    .tuple(...[0, 1].map(() => fc.integer({ min: -90, max: 90 })), ...[0, 1].map(() => fc.integer({ min: 1, max: 99 })))
    .map(([x, y, width, height]) => ({ minX: x, minY: y, maxX: x + width, maxY: y + height }));
  fc.assert(
    fc.property(camera, box, (seen, all) => {
      const fitted = fit(seen, all);
      const view = visible(fitted);
      expect(view.minX).toBeLessThanOrEqual(all.minX);
      expect(view.maxX).toBeGreaterThanOrEqual(all.maxX);
      expect(view.minY).toBeLessThanOrEqual(all.minY);
      expect(view.maxY).toBeGreaterThanOrEqual(all.maxY);
      const filled = [
        ((all.maxX - all.minX) * fitted.scale) / (seen.width - RULER - 2 * MARGIN.side),
        ((all.maxY - all.minY) * fitted.scale) / (seen.height - RULER - MARGIN.side - MARGIN.bottom),
      ];
      expect(Math.max(...filled)).toBeCloseTo(1, 9);
      // Nothing of it lies below the buttons, whichever way y runs.
      const lowest = Math.max(toScreen(fitted, 0, all.minY)[1], toScreen(fitted, 0, all.maxY)[1]);
      expect(lowest).toBeLessThanOrEqual(seen.height - MARGIN.bottom + 1e-6);
    }),
  );
});

test("as many decimals as tell neighbouring pixels apart", () => {
  fc.assert(
    fc.property(camera, (seen) => {
      const decimals = decimalsAt(seen);
      expect(10 ** -decimals).toBeLessThanOrEqual(Math.max(1, 1 / seen.scale) * (1 + 1e-9));
      if (decimals > 0) expect(10 ** -(decimals - 1)).toBeGreaterThan((1 / seen.scale) * (1 - 1e-9));
    }),
  );
});
