import { deflateSync } from "node:zlib";
import fc from "fast-check";
import { AskedSheet } from "../src/worker/asked-sheet";
import type { CheckedField, FieldCheck } from "../src/worker/questions/check-field";
import { asking } from "./asking";

const SCRIPT = "plan 200 by 160\nlane = rect((50, 40), width: 100, height: 80)\npond = circle((100, 80), radius: 40)\n";
const BOX = { x: 0, y: 0, width: 200, height: 160 };

const exact = (x: number, y: number) => Math.hypot(x - 100, y - 80) - 40;

/** What a program of somebody's may have done over the plan, 100 by 80. */
const samples = (valueAt: (x: number, y: number) => number): number[][] =>
  Array.from({ length: 80 }, (_, r) => Array.from({ length: 100 }, (_, c) => valueAt(2 * c + 1, 2 * r + 1)));
const fileOf = (...parts: (string | Uint8Array | Float32Array)[]) => new File(parts as BlobPart[], "mine");
const csvOf = (valueAt: (x: number, y: number) => number) => fileOf(samples(valueAt).join("\n"));

async function answerTo(file: File, name = "pond", script = SCRIPT): Promise<FieldCheck> {
  return (await asking(script)("checkField", { name, file, raw: null, box: BOX, yDown: true }))!;
}

async function check(...asked: Parameters<typeof answerTo>): Promise<CheckedField> {
  const { found, problem } = await answerTo(...asked);
  expect(problem).toBeNull();
  return found!;
}

test("each mistake that a program may make is distinguished from all others, and many of them together", async () => {
  // No symmetry hides which way round the samples are.
  const script =
    "plan 120 by 90, y down\ndeck = polygon((20, 15), (75, 22), (66, 48), (40, 40), (28, 70)) union circle((88, 62), radius: 13)\n";
  const sheet = new AskedSheet();
  sheet.update(script);
  const { field } = sheet.fieldOf("deck")!;
  const [columns, rows, cell] = [60, 45, 2];
  const mistakes = fc.record({
    byColumns: fc.boolean(),
    isMirrored: fc.boolean(),
    isFlipped: fc.boolean(),
    place: fc.constantFrom("middles", "corners", "half", "shifted"),
    sign: fc.constantFrom("as ours", "swapped", "none"),
    isSquared: fc.boolean(),
    inCells: fc.boolean(),
    isCut: fc.boolean(),
  });
  const run = fc.asyncProperty(mistakes, async (made) => {
    const { byColumns, isMirrored, isFlipped, place, sign, isSquared, inCells, isCut } = made;
    const [byX, byY] = { middles: [0, 0], corners: [0, 0], half: [-0.5, -0.5], shifted: [1, -2] }[place];
    const values = Float32Array.from({ length: columns * rows }, (_, i) => {
      const [c, r] = byColumns ? [Math.floor(i / rows), i % rows] : [i % columns, Math.floor(i / columns)];
      const [u, v] = [isMirrored ? columns - 1 - c : c, isFlipped ? rows - 1 - r : r];
      const distance =
        place === "corners"
          ? field.at((120 * u) / (columns - 1), (90 * v) / (rows - 1))
          : field.at(cell * (u + 0.5 + byX), cell * (v + 0.5 + byY));
      const signed = { "as ours": distance, swapped: -distance, none: Math.abs(distance) }[sign];
      const value = isSquared ? signed * Math.abs(signed) : inCells ? signed / cell : signed;
      return isCut && distance > 20 ? Number.NaN : value;
    });
    const raw = { columns, rows, type: "float32", bigFirst: false } as const;
    const box = { x: 0, y: 0, width: 120, height: 90 };
    const asked = { name: "deck", file: fileOf(values), raw, box, yDown: true };
    const { found } = (await asking(script)("checkField", asked))!;
    const planted = {
      "columns and rows exchanged": byColumns,
      "x turned over": isMirrored,
      "y turned over": isFlipped,
      "sampled at corners": place === "corners",
      "half a cell off": place === "half",
      shifted: place === "shifted",
      "inside and outside swapped": sign === "swapped",
      "without a sign": sign === "none",
      squared: isSquared,
      "measured in cells": inCells && !isSquared,
      "not finite": isCut,
    };
    expect(found!.causes).toEqual(Object.entries(planted).flatMap(([cause, isSo]) => (isSo ? [cause] : [])));
    expect([found!.off.count, found!.notFinite > 0]).toEqual([0, isCut]);
  });
  await fc.assert(run, { numRuns: 15 });
}, 60_000);

test("somebody's values: what they measure is found, and every difference is listed", async () => {
  const mine = await check(csvOf(exact));
  expect(mine).toMatchObject({ causes: [], scale: 1, offset: 0, off: { count: 0 } });
  expect(Math.abs(mine.greatest.difference)).toBeLessThan(0.1);
  const scaled = await check(csvOf((x, y) => 0.5 + exact(x, y) / 64));
  expect(scaled).toMatchObject({ causes: [], off: { count: 0 } });
  expect(scaled.scale).toBeCloseTo(64, 1);
  expect(scaled.offset).toBeCloseTo(-32, 1);
  const causesOf = async (valueAt: (x: number, y: number) => number) => (await check(csvOf(valueAt))).causes;
  expect(await causesOf((x, y) => Math.max(-16, Math.min(16, exact(x, y))))).toEqual(["clamped"]);
  expect(await causesOf((x, y) => Math.max(0, exact(x, y)))).toEqual(["0 inside"]);
  expect(await causesOf((x, y) => 1.03 * exact(x, y))).toEqual(["longer"]);
  expect(await causesOf((x, y) => 0.3 + exact(x, y))).toEqual(["greater everywhere"]);
  const stretched = (x: number, y: number) => {
    const angle = Math.atan2(y - 80, x - 100);
    return exact(x, y) * (Math.abs(Math.cos(angle)) + Math.abs(Math.sin(angle)));
  };
  expect(await causesOf(stretched)).toEqual(["not Euclidean"]);
  // Wrong in a corner only, or by its sign: nothing about the whole is said for that.
  const chipped = await check(csvOf((x, y) => (x > 180 && y > 140 ? 3 : exact(x, y))));
  expect(chipped).toMatchObject({ causes: [], scale: 1, offset: 0, off: { count: 100 } });
  const turned = await check(csvOf((x, y) => (Math.hypot(x - 100, y - 60) < 9 ? -1 : 1) * exact(x, y)));
  expect(turned).toMatchObject({ causes: ["another sign at some places"], scale: 1 });
  // A second pond, and all of it half a cell aside: one does not hide the other.
  const two = (x: number, y: number) => Math.min(exact(x - 1, y - 1), Math.hypot(x - 180, y - 30) - 20);
  expect(await causesOf(two)).toEqual(["half a cell off", "another outline"]);
  const off = (x: number, y: number) => Math.hypot(x - 90, y - 50) - 40;
  const another = await check(csvOf(off));
  expect(another.causes).toEqual(["another outline"]);
  // Every difference, the largest first, in plan units.
  const listed = Array.from({ length: another.off.count }, (_, k) => another.off.rows.subarray(4 * k, 4 * k + 4));
  expect(listed.length).toBeGreaterThan(7000);
  const sizes = listed.map(([, , theirs, ours]) => Math.abs(theirs - ours));
  expect(sizes).toEqual([...sizes].sort((a, b) => b - a));
  for (const [x, y, theirs, ours] of listed) {
    expect(theirs).toBeCloseTo(another.scale * off(x, y) + another.offset, 9);
    expect(ours).toBeCloseTo(exact(x, y), 0);
  }
}, 60_000);

test("distances from pixel to pixel are distinguished from sums of steps", async () => {
  const places = Array.from({ length: 50 * 40 }, (_, i) => ({ c: i % 50, r: Math.floor(i / 50) }));
  const isInside = ({ c, r }: { c: number; r: number }) => exact(4 * c + 2, 4 * r + 2) < 0;
  const pixels = async (lengthOf: (dx: number, dy: number) => number, deepest = 1e9) => {
    const values = places.map((place) => {
      const others = places.filter((other) => isInside(other) !== isInside(place));
      const least = others.reduce((most, { c, r }) => Math.min(most, lengthOf(c - place.c, r - place.r)), 1e9);
      return Math.max(-deepest, (isInside(place) ? -4 : 4) * least);
    });
    const rows = Array.from({ length: 40 }, (_, r) => values.slice(50 * r, 50 * r + 50).join());
    return (await check(fileOf(rows.join("\n")))).causes;
  };
  expect(await pixels(Math.hypot)).toEqual(["measured between pixels"]);
  expect(await pixels((dx, dy) => Math.hypot(dx, dy) - 0.5)).toEqual(["measured between pixels"]);
  expect(await pixels(Math.hypot, 0)).toEqual(["measured between pixels", "0 inside"]);
  expect(await pixels((dx, dy) => Math.abs(dx) + Math.abs(dy))).toEqual(["not Euclidean"]);
}, 60_000);

test("samples lie over the plan, over the grid of a sampled field, or where they say", async () => {
  const wide = `${SCRIPT.replace("(100, 80)", "(70, 80)")}moat = field(pond, cell: 2, padding: 20)\n`;
  const rows = Array.from({ length: 100 }, (_, r) =>
    Array.from({ length: 120 }, (_, c) => Math.hypot(219 - 2 * c - 70, 2 * r - 19 - 80) - 40).join(","),
  );
  const beyond = await check(fileOf(rows.join("\n")), "moat", wide);
  expect(beyond).toMatchObject({ causes: ["x turned over"], layout: { box: { x: -20, width: 240 } } });
  const triples = Array.from({ length: 30 * 20 }, (_, i) => [60 + 3 * (i % 30), 40 + 3 * Math.floor(i / 30)])
    .map(([x, y]) => `${x},${y},${exact(x, y)}`)
    .reverse();
  const placed = await check(fileOf(["x,y,distance", ...triples].join("\n")));
  expect(placed).toMatchObject({ causes: [], layout: { columns: 30, rows: 20, box: { x: 58.5, y: 38.5, width: 90 } } });
});

/** A PNG of 8 bits by colour type, of one byte a channel, each line with a filter. */
function pngOf(type: 2 | 6, pixels: number[][][]): Uint8Array {
  const size = type === 2 ? 3 : 4;
  const lines = pixels.map((row) => row.flat());
  // Line by line: up, which is the difference from the line above; left where there is none.
  const filtered = lines.flatMap((line, r) => [
    r === 0 ? 1 : 2,
    ...line.map((byte, k) => (byte - ((r === 0 ? line[k - size] : lines[r - 1][k]) ?? 0)) & 255),
  ]);
  const chunk = (name: string, data: Uint8Array): Buffer => {
    const length = Buffer.alloc(4);
    length.writeUInt32BE(data.length);
    return Buffer.concat([length, Buffer.from(name), data, Buffer.alloc(4)]);
  };
  const head = Uint8Array.of(0, 0, 0, pixels[0].length, 0, 0, 0, pixels.length, 8, type, 0, 0, 0);
  const data = chunk("IDAT", deflateSync(Uint8Array.from(filtered)));
  return Uint8Array.of(0x89, ...Buffer.from("PNG\r\n\x1a\n"), ...chunk("IHDR", head), ...data);
}

test("files of every form are read", async () => {
  const ask = asking(`${SCRIPT}grid = field(pond, cell: 2, reach: 30)\n`);
  const grid = { x: 0, y: 0, cell: 2, columns: 100, rows: 80 };
  const { values } = ask("fieldRows", { name: "grid", from: 0, to: 80 })!;
  for (const format of ["png", "png16", "pfm", "npy"] as const) {
    const { content, mapping } = ask("fieldSave", { values, grid, format, reach: 30, unit: "px" });
    const found = await check(fileOf(content));
    expect(found).toMatchObject({ layout: { columns: 100, rows: 80 }, notFinite: 0 });
    expect(Math.abs(found.greatest.difference)).toBeLessThanOrEqual(
      Math.max(1e-4, 0.6 * Math.abs(mapping.scale % 1)) + 0.05,
    );
  }
  const bytes = samples((x, y) => Math.max(0, Math.min(255, Math.round(127.5 - 3 * exact(x, y)))));
  const inAlpha = pngOf(
    6,
    bytes.map((row) => row.map((byte) => [255, 255, 255, byte])),
  );
  const inAll = pngOf(
    2,
    bytes.map((row) => row.map((byte) => [byte, byte, byte])),
  );
  for (const [content, form] of [
    [inAlpha, "PNG, 8 bits, alpha"],
    [inAll, "PNG, 8 bits, red"],
  ] as const)
    expect(await check(fileOf(content))).toMatchObject({ form, causes: ["inside and outside swapped", "clamped"] });
  const inThree = pngOf(
    2,
    bytes.map((row) => row.map((byte, c) => [byte, 0, c])),
  );
  expect((await answerTo(fileOf(inThree))).problem).toBe(
    "PNG: expected one field, found another one in blue than in red",
  );
  // Half floats, column after column, which is Fortran's order.
  const head = "{'descr': '<f2', 'fortran_order': True, 'shape': (80, 100, 1), }".padEnd(117);
  const halves = new DataView(new ArrayBuffer(16_000));
  samples(exact).forEach((row, r) => {
    row.forEach((value, c) => {
      // Signs, five bits of exponent, ten of fraction: of the sizes here all are at least 2^-14.
      const power = Math.floor(Math.log2(Math.abs(value)));
      const fraction = Math.floor(1024 * (Math.abs(value) / 2 ** power - 1));
      halves.setUint16(2 * (80 * c + r), (value < 0 ? 0x8000 : 0) | ((power + 15) << 10) | fraction, true);
    });
  });
  const array = fileOf(
    Uint8Array.of(0x93, ...Buffer.from("NUMPY"), 1, 0, 118, 0),
    `${head}\n`,
    new Uint8Array(halves.buffer),
  );
  expect(await check(array)).toMatchObject({ form: "NPY, float16", causes: [], off: { count: 0 } });
  const loose = samples(exact).map((row, r) => `${row.map((value) => (r < 9 ? "nan" : value)).join(", ")},`);
  expect(await check(fileOf(`# theirs\n\n${loose.join("\r\n")}`))).toMatchObject({
    causes: ["not finite"],
    notFinite: 900,
  });
  const raw = { columns: 100, rows: 80, type: "float32", bigFirst: false } as const;
  const file = fileOf(Float32Array.from(samples((x, y) => exact(200 - x, y)).flat()));
  expect(await answerTo(file)).toMatchObject({ rawBytes: 32_000 });
  const { found } = (await ask("checkField", { name: "pond", file, raw, box: BOX, yDown: true }))!;
  expect(found).toMatchObject({ causes: [], scale: 1, form: "plain numbers, float32" });
  expect(found!.outline.length).toBe(1);
  const short = await ask("checkField", { name: "pond", file, raw: { ...raw, rows: 81 }, box: BOX, yDown: true });
  expect(short!.problem).toBe("plain numbers: 100 × 81 of float32 are 32400 bytes, the file has 32000");
}, 60_000);

test("bad files, and what is no field, say what was expected", async () => {
  const problemOf = async (...parts: (string | Uint8Array)[]) => (await answerTo(fileOf(...parts))).problem;
  expect(await problemOf("1,2,3\n\n1,x,3\n")).toBe('CSV, line 3, value 2: expected a number, found "x"');
  expect(await problemOf("1,2,3\n1,2\n")).toBe("CSV, line 2: expected 3 numbers as on the first line, found 2");
  expect(await problemOf("Pf\n4 4\n-1.0\n12")).toBe("PFM: its data end before its last row");
  expect(await problemOf("PF\n4 4\n-1.0\n12")).toBe("PFM: expected one channel (Pf), found three (PF)");
  const png = pngOf(
    2,
    samples(exact).map((row) => row.map(() => [0, 0, 0])),
  );
  expect(await problemOf(png.subarray(0, 60))).toBe("PNG: its data are damaged, or end too early");
  expect(await problemOf(png)).toBe("no distances: every sample is 0");
  const mask = samples((x, y) => (exact(x, y) < 0 ? 255 : 0)).join("\n");
  expect(await problemOf(mask)).toBe(
    "no distances: nearly all samples are 0 or 255, as in a picture of inside and outside",
  );
  expect(await problemOf(samples(() => Number.NaN).join("\n"))).toBe("no distances: no sample is a finite number");
});
