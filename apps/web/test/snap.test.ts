import fc from "fast-check";
import { shapesOf } from "../src/sheet/model/scene";
import { type Camera, toPlan, toScreen } from "../src/sheet/plan/camera";
import { gridSteps } from "../src/sheet/plan/draw-grid";
import { cornerAt, edgeAt } from "../src/sheet/plan/hit";
import { nearestEdge } from "../src/sheet/plan/nearest-edge";
import { NO_SNAP, type SnapSettings, snapped } from "../src/sheet/plan/snap";
import { mergeViews } from "../src/worker/merge-views";
import { SheetService } from "../src/worker/sheet-service";

const view = mergeViews(
  null,
  new SheetService().update(
    "plan 200 by 150, y down, unit px\ntee = (20, 30)\npond = circle((110, 80), radius: 30)\ndeck = rect((40, 60), width: 50, height: 40)\n",
  ),
);
const camera: Camera = { scale: 4, x: 100, y: 75, yDown: true, width: 826, height: 626 };
const shapes = shapesOf(view);
const deck = shapes.find(({ name }) => name === "deck")!;
const NONE: Parameters<typeof snapped>[4] = { skip: new Set(), anchors: [] };
const at = (settings: Partial<SnapSettings>, place: [number, number], around = NONE) =>
  snapped(camera, view, { ...NO_SNAP, ...settings }, place, around);
const pixel = fc.tuple(fc.integer({ min: 30, max: 820 }), fc.integer({ min: 30, max: 620 }));

test("without snapping a place is where the pointer is, with the decimals of the zoom", () => {
  const [x, y] = toPlan(camera, 321, 222);
  expect(at({}, [321, 222])).toEqual({ x, y, decimals: 1, what: null });
});

test("vertices, named points and centres are taken exactly, whatever else is near, and not those that move along", () => {
  const [px, py] = toScreen(camera, 90, 100);
  const all = { vertices: true, edges: true, grid: true, angles: true };
  expect(at(all, [px + 3, py - 4])).toMatchObject({ x: 90, y: 100, what: "vertex 2 of deck" });
  expect(at(all, toScreen(camera, 110.5, 80))).toMatchObject({ x: 110, y: 80, what: "centre of pond" });
  expect(at(all, toScreen(camera, 21, 31))).toMatchObject({ x: 20, y: 30, what: "tee" });
  const moved = { skip: new Set(["tee", "deck"]), anchors: [] };
  expect(at({ vertices: true }, toScreen(camera, 21, 31), moved).what).toBeNull();
  expect(at({ vertices: true }, [px, py], moved).what).toBeNull();
  // Nine pixels and more are too far.
  expect(at({ vertices: true }, [px + 9, py]).what).toBeNull();
});

test("a place on an edge is the nearest one, or none within nine pixels", () => {
  fc.assert(
    fc.property(pixel, (place) => {
      const found = at({ edges: true }, place);
      const [x, y] = toPlan(camera, ...place);
      const least = Math.min(
        ...shapes.map(({ shape }) => nearestEdge(shape, x, y, Number.POSITIVE_INFINITY)!.distance),
      );
      if (found.what === null) {
        expect(least * camera.scale).toBeGreaterThanOrEqual(9 - 1e-9);
        return;
      }
      expect(found.what).toMatch(/^edge of (pond|deck)$/);
      expect(Math.hypot(found.x - x, found.y - y)).toBeCloseTo(least, 9);
      const on = Math.min(...shapes.map(({ shape }) => nearestEdge(shape, found.x, found.y, 1)?.distance ?? 1));
      expect(on).toBeLessThan(1e-9);
    }),
  );
});

test("the grid is taken where it is near, in x, in y, or in both", () => {
  const { between } = gridSteps(camera.scale);
  fc.assert(
    fc.property(pixel, (place) => {
      const found = at({ grid: true }, place);
      const [x, y] = toPlan(camera, ...place);
      const isOn = (value: number): boolean => Math.abs(value / between - Math.round(value / between)) < 1e-9;
      expect(Math.max(Math.abs(found.x - x), Math.abs(found.y - y)) * camera.scale).toBeLessThan(9);
      if (found.what === "grid" || found.what === "grid x") expect(isOn(found.x)).toBe(true);
      if (found.what === "grid" || found.what === "grid y") expect(isOn(found.y)).toBe(true);
      if (found.what === null) expect([found.x, found.y]).toEqual([x, y]);
    }),
  );
});

test("directions from an anchor are multiples of 15 degrees, and along an axis exact", () => {
  const anchor = { x: 20, y: 30 };
  fc.assert(
    fc.property(pixel, (place) => {
      const { x, y, what } = at({ angles: true }, place, { skip: new Set(), anchors: [anchor] });
      if (what === null) return;
      const degrees = (Math.atan2(y - anchor.y, x - anchor.x) * 180) / Math.PI;
      expect(Math.abs(degrees - Number(what.slice(0, -1)))).toBeLessThan(1e-6);
      expect(Math.abs(Number(what.slice(0, -1)) % 15)).toBe(0);
    }),
  );
  const [px, py] = toScreen(camera, 70, 30.4);
  expect(at({ angles: true }, [px, py], { skip: new Set(), anchors: [anchor] })).toMatchObject({ y: 30, what: "0°" });
});

test("corners and edges under a pixel: the nearest corner within ten pixels, and the edge that begins there", () => {
  const corners = [
    [40, 60],
    [90, 60],
    [90, 100],
    [40, 100],
  ];
  fc.assert(
    fc.property(pixel, ([px, py]) => {
      const distances = corners.map(([x, y]) => {
        const [cx, cy] = toScreen(camera, x, y);
        return Math.hypot(cx - px, cy - py);
      });
      const least = Math.min(...distances);
      const corner = cornerAt(camera, deck, px, py);
      if (least >= 10) expect(corner).toBeNull();
      else expect(corner).toEqual({ shape: "deck", subpath: 0, index: distances.indexOf(least) });
      const edge = edgeAt(camera, deck, px, py);
      if (!edge) return;
      const [from, to] = [corners[edge.corner], corners[(edge.corner + 1) % 4]];
      const cross = (to[0] - from[0]) * (edge.y - from[1]) - (to[1] - from[1]) * (edge.x - from[0]);
      expect(Math.abs(cross)).toBeLessThan(1e-9);
    }),
  );
});
