import { planDigits } from "../src/format/plan-digits";
import { appendedLine, freshName } from "../src/sheet/model/append";
import { type HandleSpot, movedWith } from "../src/sheet/model/handles";
import { type NamedShape, results, shapeBehind, shapeInQuestion, shapesOf } from "../src/sheet/model/scene";
import { toScreen } from "../src/sheet/plan/camera";
import { gripText, isDriven } from "../src/sheet/plan/grip-text";
import { crowdedAmong, namePlaces } from "../src/sheet/plan/name-places";
import { marginText } from "../src/sheet/script/margin-text";
import { mergeViews } from "../src/worker/merge-views";
import { SheetService } from "../src/worker/sheet-service";
import type { ShapeView } from "../src/worker/sheet-view";

const viewOf = (script: string) => mergeViews(null, new SheetService().update(script));
const view = viewOf(
  [
    "reach = 20",
    "tee = (30, 40)",
    "pond = circle(tee, radius: reach)",
    "stones = (circle((60, 90), radius: 4), circle((75, 90), radius: 4))",
    "green = pond union rect((30, 30), width: 50, height: 20)",
    "far = circle((150, 40), radius: 5)",
    "asked = probe(green, at: ((35, 40), (0, 0)))",
    "depth = field(green, cell: 8)",
    "slope = 30deg",
    "",
  ].join("\n"),
);
const valueFor = (name: string) => view.definitions.find((each) => each.name === name)?.value ?? null;

test("shapes come in the order of their definitions, items of lists one by one", () => {
  expect(shapesOf(view).map(({ name }) => name)).toEqual(["pond", "stones.at(0)", "stones.at(1)", "green", "far"]);
  expect(shapesOf(view)).toBe(shapesOf(view));
});

test("results are what no other shape is made from", () => {
  expect(results(view).map(({ name }) => name)).toEqual(["stones.at(0)", "stones.at(1)", "green", "far"]);
});

test("the shape in question: the chosen one, what a probe asks, the last result; for Combine the last combined one", () => {
  expect(shapeBehind(view, "pond")?.name).toBe("pond");
  expect(shapeBehind(view, "stones")?.name).toBe("stones.at(0)");
  expect(shapeBehind(view, "stones.at(1)")?.name).toBe("stones.at(1)");
  expect(shapeBehind(view, "asked")?.name).toBe("green");
  expect(shapeBehind(view, "reach")?.name).toBe("far");
  expect(shapeBehind(viewOf("a = 1\n"), "a")).toBeNull();
  expect(shapeInQuestion(view, "far", false)?.name).toBe("far");
  expect(shapeInQuestion(view, "far", true)?.name).toBe("green");
  expect(shapeInQuestion(view, "green", true)?.name).toBe("green");
});

test("what is dragged takes along all that follows from its numbers", () => {
  const { handles } = view.definitions.find(({ name }) => name === "pond")!;
  const [handle] = handles;
  const rim: HandleSpot = { definition: "pond", index: 0, mark: "plain", x: handle.x, y: handle.y, handle };
  expect([...movedWith(view, rim)].sort()).toEqual(["asked", "depth", "green", "pond", "reach"]);
  expect(gripText(rim.handle, "pond")).toContain("← reach");
  expect(isDriven(rim.handle)).toBe(true);
});

test("the margin tells the figure that matters of each kind of value, with the digits that the plan asks for", () => {
  const digits = planDigits(view.plan);
  const pond = valueFor("pond") as ShapeView;
  expect(marginText(pond, digits).text).toBe(
    `${pond.vertices} · ${pond.area.toLocaleString("en-US", { maximumFractionDigits: 1, minimumFractionDigits: 1 })}`,
  );
  expect(marginText(valueFor("reach"), digits).text).toBe("20");
  expect(marginText(valueFor("tee"), digits).text).toBe("30.00, 40.00");
  expect(marginText(valueFor("stones"), digits).text).toBe("2 shapes");
  expect(marginText(valueFor("asked"), digits).text).toBe("1 of 2 inside");
  expect(marginText(valueFor("slope"), digits).text).toBe("30.000°");
  expect(marginText(valueFor("depth"), digits).text).toMatch(/^\d+ × \d+$/);
  expect(marginText(null, digits).text).toBe("");
  // As many as tell apart what is seen: none on a map of kilometres in metres, six and more on a square of one unit.
  const tee = (width: number) => marginText(valueFor("tee"), planDigits({ width, height: 1 })).text;
  expect([tee(60_000), tee(5000), tee(320), tee(1)]).toEqual([
    "30, 40",
    "30.0, 40.0",
    "30.00, 40.00",
    "30.0000, 40.0000",
  ]);
});

test("names stand by their shapes: inside, or beside the vertices furthest out; not in the middle of another one", () => {
  const drawn = viewOf(
    [
      "moat = ring((100, 100), outer: 80, inner: 72)",
      "deck = rect((200, 20), width: 100, height: 100)",
      "cup = circle((250, 70), radius: 12)",
    ].join("\n"),
  );
  const [moat, deck, cup] = shapesOf(drawn);
  const crowded = crowdedAmong(results(drawn));
  expect([moat, deck, cup].map((each) => crowded.has(each))).toEqual([false, true, false]);
  const ctx = { font: "", measureText: () => ({ width: 30 }) } as unknown as CanvasRenderingContext2D;
  const camera = { x: 0, y: 0, scale: 1, width: 0, height: 0, yDown: true };
  const middle = toScreen(camera, 0, 0);
  const placesOf = (each: NamedShape) =>
    namePlaces(ctx, camera, each.name, each.shape, crowded.has(each)).map(([x, y]) => [x - middle[0], y - middle[1]]);
  // The ring has no room: right of its easternmost place, half the text and a gap of 8 away.
  const [[x, y]] = placesOf(moat);
  expect([x, y].map(Math.round)).toEqual([180 + 15 + 8, 100]);
  // The deck's name stands below its upper edge, not in the cup.
  const [[dx, dy]] = placesOf(deck);
  expect([dx >= 200 && dx <= 300, dy]).toEqual([true, 34]);
});

test("what is added to a script goes on a line of its own, under a name that is free", () => {
  expect(freshName(view, "cut")).toBe("cut");
  expect(freshName(view, "pond")).toBe("pond2");
  expect(appendedLine("a = 1", "b = 2")).toEqual([{ from: 5, to: 5, insert: "\nb = 2\n" }]);
  expect(appendedLine("a = 1\n", "b = 2")).toEqual([{ from: 6, to: 6, insert: "b = 2\n" }]);
  expect(appendedLine("", "b = 2")).toEqual([{ from: 0, to: 0, insert: "b = 2\n" }]);
});
