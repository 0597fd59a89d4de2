import { applyEdits, writtenNumbers, writtenPixels } from "../src";

const SCRIPT = `plan 200 by 160, y down
tolerance 0.1
bank = 42 from 12 to 60
pond = polygon((10, -20), (90, 20), (50, bank + 3), round: 6).rotate(30deg) // 7
fn blade(length) = rect((0, 0), width: length, height: 50%)
stones = each k from 0 to 4: circle((20 * k, 5), radius: 1e-1)
wrong = circle((
`;

test("every number is found with what it is for, wherever it stands", () => {
  const found = writtenNumbers(SCRIPT);
  expect(found.map(({ within, use, value, unit }) => `${within}: ${use} ${value}${unit}`)).toEqual([
    "tolerance:  0.1",
    "bank:  42",
    "pond: polygon points 1 x 10",
    "pond: polygon points 1 y -20",
    "pond: polygon points 2 x 90",
    "pond: polygon points 2 y 20",
    "pond: polygon points 3 x 50",
    "pond: polygon points 3 y 3",
    "pond: polygon round 6",
    "pond: rotate angle 30deg",
    "blade: rect corner x 0",
    "blade: rect corner y 0",
    "blade: rect height 50%",
    "stones:  0",
    "stones:  4",
    "stones: circle at x 20",
    "stones: circle at y 5",
    "stones: circle radius 0.1",
  ]);
  expect(found[1].range).toEqual({ least: 12, greatest: 60 });
});

test("another number in its place is found there again", () => {
  writtenNumbers(SCRIPT).forEach(({ span, unit }, i) => {
    const changed = writtenNumbers(applyEdits(SCRIPT, [{ ...span, insert: "-7.25" }]))[i];
    expect(changed).toMatchObject({ value: -7.25, unit });
  });
});

test("pixels are read back where they are plain numbers", () => {
  const read = (script: string) => writtenPixels(script, { from: 0, to: script.length });
  expect(read("a = circle((0, 0), 5).flatten(pixels: 0.25, magnification: 4)")).toEqual({
    pixels: 0.25,
    magnification: 4,
    ratio: 1,
  });
  for (const other of [
    "a = circle((0, 0), 5)",
    "a = circle((0, 0), 5).flatten(0.1)",
    "a = circle((0, 0), 5).flatten(pixels: b)",
  ])
    expect(read(other)).toBeNull();
});
