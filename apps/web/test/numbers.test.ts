import { Sheet } from "@vertexon/notation";
import { fixed, plural, small } from "../src/format/numbers";
import { stepAcross, stepOf } from "../src/format/step";
import { type Camera, fit, toPlan, toScreen, zoomAt } from "../src/sheet/plan/camera";
import { gridSteps } from "../src/sheet/plan/draw-grid";
import { toleranceText } from "../src/sheet/stations/flatten/tolerance-text";

test("numbers on the screen", () => {
  expect([fixed(-1234.5, 2), fixed(-0.0001, 2), fixed(Number.NaN, 1), fixed(Number.POSITIVE_INFINITY, 1)]).toEqual([
    "−1,234.50",
    "0.00",
    "—",
    "∞",
  ]);
  expect([0, 0.048712, 3.6e-12, -4.5237].map(small)).toEqual(["0", "0.0487", "3.60e−12", "−4.52"]);
  expect([plural(1, "vertex", "vertices"), plural(1200, "vertex", "vertices")]).toEqual(["1 vertex", "1,200 vertices"]);
});

test("arrow keys change a number by a tenth of it or less", () => {
  expect([0.0005, 0.09, 1, 9.9, -40, 3e6].map(stepOf)).toEqual([0.00001, 0.001, 0.1, 0.1, 1, 1e5]);
  expect(stepOf(0)).toBe(1);
  expect(stepAcross({ width: 320, height: 240 })).toBe(1);
  expect(stepAcross({ width: 0.02, height: 0.015 })).toBe(0.0001);
});

test("a tolerance is written as the notation reads it, however small", () => {
  for (const tolerance of [25, 0.25, 0.00002, 3.4e-9]) {
    const { diagnostics, tolerance: read } = new Sheet().update(`plan 9 by 9\ntolerance ${toleranceText(tolerance)}\n`);
    expect([read, diagnostics]).toEqual([tolerance, []]);
  }
});

test("the grid's numbered lines stay apart at every zoom, in round steps", () => {
  for (let scale = 1e-5; scale < 1e6; scale *= 1.7) {
    const { numbered, between, decimals } = gridSteps(scale);
    expect(numbered * scale).toBeGreaterThanOrEqual(45.9);
    expect(numbered * scale).toBeLessThan(46 * 2.6);
    expect(Number(numbered.toFixed(decimals))).toBeCloseTo(numbered, 12);
    expect(Math.round(numbered / between)).toBeCloseTo(numbered / between, 9);
  }
});

test("the camera: there and back, zoom keeps the place, fit shows the box, for both axis senses", () => {
  for (const yDown of [true, false]) {
    const camera: Camera = { scale: 2, x: 10, y: 20, yDown, width: 800, height: 600 };
    const [px, py] = toScreen(camera, 33, -7);
    expect(toPlan(camera, px, py)).toEqual([33, -7]);
    const zoomed = zoomAt(camera, px, py, 3);
    expect(zoomed.scale).toBe(6);
    toPlan(zoomed, px, py).forEach((value, i) => {
      expect(value).toBeCloseTo([33, -7][i], 9);
    });
    const fitted = fit(camera, { minX: 0, minY: 0, maxX: 100, maxY: 50 });
    for (const [x, y] of [
      [0, 0],
      [100, 50],
    ]) {
      const [sx, sy] = toScreen(fitted, x, y);
      expect(sx).toBeGreaterThan(26);
      expect(sx).toBeLessThan(800);
      expect(sy).toBeGreaterThan(26);
      expect(sy).toBeLessThan(600);
    }
  }
});
