import { execFileSync } from "node:child_process";
import { inflateSync } from "node:zlib";
import { distanceIndex, FIELD_FORMATS, fieldFile } from "../src";

const grid = { x: -10, y: -6, cell: 0.5, columns: 41, rows: 25 };
const square = { rings: [Float64Array.of(0, 0, 5, 0, 5, 4, 0, 4)], fillRule: "nonzero" as const };
const values = distanceIndex(square).field(grid);

/** The samples of a PNG, by its chunks. */
function readPng(file: Uint8Array): { columns: number; rows: number; samples: number[] } {
  const view = new DataView(file.buffer, file.byteOffset, file.length);
  const [columns, rows, depth] = [view.getUint32(16), view.getUint32(20), file[24]];
  let at = 8;
  const data: Uint8Array[] = [];
  while (at < file.length) {
    const length = view.getUint32(at);
    if (String.fromCharCode(...file.subarray(at + 4, at + 8)) === "IDAT")
      data.push(file.subarray(at + 8, at + 8 + length));
    at += 12 + length;
  }
  const raw = inflateSync(Buffer.concat(data));
  const bytes = depth / 8;
  const samples = Array.from({ length: columns * rows }, (_, i) => {
    const from = Math.floor(i / columns) * (1 + bytes * columns) + 1 + bytes * (i % columns);
    return bytes === 2 ? raw.readUInt16BE(from) : raw[from];
  });
  return { columns, rows, samples };
}

test.each(["png", "png16"] as const)(
  "%s holds the values to half of its steps, and what is beyond its reach at the ends",
  (format) => {
    const { content, mapping } = fieldFile(values, grid, format, 6, "px");
    const { columns, rows, samples } = readPng(content);
    expect({ columns, rows }).toEqual({ columns: 41, rows: 25 });
    samples.forEach((sample, i) => {
      const wanted = Math.max(-6, Math.min(6, values[i]));
      expect(Math.abs(mapping.scale * sample + mapping.offset - wanted)).toBeLessThanOrEqual(mapping.scale / 2 + 1e-12);
    });
    expect(fieldFile(values, grid, format, Number.POSITIVE_INFINITY, "px").mapping.offset).toBe(-Math.max(...values));
  },
);

test("float maps and array files hold the values themselves", () => {
  const map = fieldFile(values, grid, "pfm", 6, "px").content;
  const head = "Pf\n41 25\n-1.0\n";
  expect(String.fromCharCode(...map.subarray(0, head.length))).toBe(head);
  const floats = new DataView(map.buffer, head.length);
  values.forEach((value, i) => {
    expect(floats.getFloat32(4 * i, true)).toBe(Math.fround(value));
  });
  const array = fieldFile(values, grid, "npy", 6, "px").content;
  const length = new DataView(array.buffer).getUint16(8, true);
  expect((10 + length) % 64).toBe(0);
  expect(String.fromCharCode(...array.subarray(10, 10 + length))).toContain("'shape': (25, 41)");
  const doubles = new DataView(array.buffer, 10 + length);
  values.forEach((value, i) => {
    expect(doubles.getFloat64(8 * i, true)).toBe(value);
  });
});

test("each file says where its samples lie", () => {
  for (const format of FIELD_FORMATS)
    expect(fieldFile(values, grid, format, 6, "mm").mapping).toMatchObject({
      x: -9.75,
      y: -5.75,
      cell: 0.5,
      unit: "mm",
    });
});

test("a program that knows the formats reads the picture", () => {
  let told: string;
  try {
    told = execFileSync(
      "python3",
      [
        "-c",
        "import zlib,sys; d=sys.stdin.buffer.read(); i=d.index(b'IDAT'); n=int.from_bytes(d[i-4:i],'big'); print(zlib.crc32(d[i:i+4+n])==int.from_bytes(d[i+4+n:i+8+n],'big'), len(zlib.decompress(d[i+4:i+4+n])))",
      ],
      {
        input: fieldFile(values, grid, "png16", 6, "px").content,
      },
    ).toString();
  } catch {
    console.warn("python3 is not on this machine: the checksum of pictures was not checked by another program");
    return;
  }
  expect(told.trim()).toBe(`True ${25 * (1 + 2 * 41)}`);
});
