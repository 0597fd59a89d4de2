import { transformPoint } from "@vertexon/geometry";
import {
  applyEdits,
  driverPlace,
  type Evaluated,
  exampleAttachments,
  exampleScript,
  type Handle,
  handlesOf,
  isUnmoved,
  moveHandle,
  type Pull,
  pullOf,
  referenceGroups,
  Sheet,
  stays,
  type TextEdit,
} from "../src";

function evaluated(script: string): Evaluated {
  const sheet = new Sheet();
  sheet.attach(exampleAttachments);
  return sheet.update(script);
}

const handlesIn = ({ definitions }: Evaluated, name: string): readonly Handle[] =>
  handlesOf(definitions.find((each) => each.name === name)?.value ?? null);

const placeOf = ({ map, x, y }: Handle): [number, number] => transformPoint(map, x, y);

function pull(script: string, name: string, index: number): Pull | null {
  const now = evaluated(script);
  const handle = handlesIn(now, name)[index];
  if (isUnmoved(handle)) return null;
  const moved = (edits: readonly TextEdit[]) => handlesIn(evaluated(applyEdits(script, edits)), name)[index] ?? null;
  return pullOf(handle, (other) => driverPlace(now, other ?? name), moved);
}

/** Drags a handle as the plan does: in two steps, each from what the one before came to. */
function dragged(script: string, name: string, index: number, dx: number, dy: number): string {
  let [text, now] = [script, evaluated(script)];
  const handle = handlesIn(now, name)[index];
  const place = (other: string | null) => driverPlace(now, other ?? name);
  const how = pull(script, name, index);
  const [x, y] = placeOf(handle);
  for (const share of [0.5, 1]) {
    text = applyEdits(text, moveHandle(handlesIn(now, name)[index], place, x + share * dx, y + share * dy, 6, how));
    now = evaluated(text);
  }
  return text;
}

/** Of the parallelogram of two pulls. */
const area = ([[ax, ay], [bx, by]]: Pull): number => ax * by - ay * bx;

/** Handles of shapes that are turned, scaled or fitted as a whole take what they are turned about along. */
const MOVED = [
  "rect((30, 30), width: 40, height: 20).rotate(130deg)",
  "rect((30, 30), width: 40, height: 20).rotate(180deg).move(10, 5)",
  "circle((40, 40), radius: 20).scale(0.5)",
  "circle((40, 40), radius: 20).scale(-1, 2).rotate(70deg)",
  "polygon((0, 0), (30, 10), (20, 40)).mirror(30deg)",
  "triangle((10, 10), a: 60, b: 50, c: 40).skew(20deg)",
  "star(5, at: (0, 0), outer: 3, inner: 1).rotate(20deg).fit((10, 10), width: 80, height: 60)",
];

const scripts = [
  ...referenceGroups.flatMap(({ entries }) => entries).map(exampleScript),
  ...MOVED.map((e) => `s = ${e}`),
];

test("every handle of every function's example goes where it is dragged, or nearer to it where one number takes it no further", () => {
  let count = 0;
  for (const script of scripts) {
    const before = evaluated(script);
    for (const { name } of before.definitions)
      for (const [index, handle] of handlesIn(before, name).entries()) {
        if (!handle.grips.some(({ origin }) => origin.kind === "driver")) continue;
        const how = pull(script, name, index);
        if (stays(how)) continue;
        count++;
        const [fromX, fromY] = placeOf(handle);
        const text = dragged(script, name, index, 3, -2);
        const after = evaluated(text);
        const errors = after.diagnostics.filter(({ severity }) => severity === "error");
        expect([script, index, errors.map(({ message }) => message)]).toEqual([script, index, []]);
        const [x, y] = placeOf(handlesIn(after, name)[index]);
        const missed = Math.hypot(x - fromX - 3, y - fromY + 2);
        const isFree = handle.grips.length > 1 && (how === null || Math.abs(area(how)) > 1e-6);
        expect([script, index, missed <= (isFree ? 1e-4 : 1.1 * Math.hypot(3, 2))]).toEqual([script, index, true]);
      }
  }
  expect(count).toBeGreaterThan(140);
});

test.each([
  ["distance(rect((30, 35), width: 40, height: 30)).offset(8)", "distance", 3, "offset(11)"],
  ["distance(circle((50, 50), radius: 20)).shell(6)", "width", 2, "shell(10)"],
  ["distance(rect((20, 30), width: 50, height: 40)).rounded(5).move(10, 0)", "radius", -4, "rounded(9)"],
  [
    "((3, 4), (distance(circle((9, 9), radius: 2)).offset(1), distance(circle((50, 50), radius: 20)).shell(6)))",
    "width",
    2,
    "shell(10)",
  ],
])("%s: its %s is dragged on the plan", (script, label, outwards, becomes) => {
  const text = `d = ${script}\n`;
  const handles = handlesIn(evaluated(text), "d");
  const index = handles.findIndex(({ grips }) => grips.some((grip) => grip.label === label));
  const { grips, map } = handles[index];
  const [{ measure }] = grips;
  if (measure.by !== "along") throw new Error("it runs along no line");
  // Along its own line, so many units further out.
  const scale = outwards / (Math.sign(outwards) * Math.hypot(measure.dx, measure.dy));
  const [dx, dy] = [measure.dx * scale * map.a, measure.dy * scale * map.d];
  expect(dragged(text, "d", index, dx, dy)).toContain(becomes);
});

test("a blended distance is dragged from its own boundary, and a name is dragged where it was written", () => {
  const text =
    "lane = distance(rect((20, 20), width: 40, height: 60))\npond = circle((70, 50), radius: 20)\nsoft = blend(lane, pond, radius: 16).offset(5)\n";
  const now = evaluated(text);
  const [handle, ...others] = handlesIn(now, "soft");
  expect(others).toEqual([]);
  const soft = now.definitions.find(({ name }) => name === "soft")?.value;
  const [x, y] = placeOf(handle);
  expect(soft?.type === "distance" && Math.abs(soft.field.at(x, y))).toBeLessThan(1e-6);
  expect(handlesIn(now, "lane").length).toBeGreaterThan(0);
});
