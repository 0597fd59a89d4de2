import { type FieldFormat, fieldFile, fieldMapping } from "../../images";
import type { Figure } from "../figure";
import { DOUBLES, type Form } from "../form";

/** Grey pictures (ISO/IEC 15948) of 8 and 16 bits, float maps and array files of a field's samples, each with its mapping as JSON beside it. */
export const png8 = fieldForm("PNG, 8 bits", "png", "png", "image/png", readPicture);
export const png16 = fieldForm("PNG, 16 bits", "png", "png16", "image/png", readPicture);
export const pfm = fieldForm("PFM, 32-bit floats", "pfm", "pfm", "application/octet-stream", readFloatMap);
export const npy = fieldForm("NPY, 64-bit floats", "npy", "npy", "application/octet-stream", readArray);

function fieldForm(
  title: string,
  ending: string,
  format: FieldFormat,
  mediaType: string,
  read: (bytes: Uint8Array) => Float64Array,
): Form {
  const isPicture = ending === "png";
  return {
    title,
    group: "fields",
    ending,
    mediaType,
    keepsCurves: false,
    holds: { kinds: ["samples"], open: true, names: false, figures: true, single: true, reach: isPicture },
    layouts: [],
    numbers: DOUBLES,
    remark: isPicture ? beyondReach : undefined,
    write: ([figure]) => (figure ? fieldFile(...partsOf(figure, format)).content : new Uint8Array()),
    beside: ([figure]) => `${JSON.stringify(fieldMapping(...partsOf(figure, format)), null, 2)}\n`,
    read: (content) => (content.length ? [{ lines: [], numbers: read(content as Uint8Array) }] : []),
  };
}

function partsOf({ samples }: Figure, format: FieldFormat): Parameters<typeof fieldFile> {
  const { values, grid, reach, unit } = samples!;
  return [values, grid, format, reach, unit];
}

function beyondReach([figure]: readonly Figure[]): string | null {
  if (!figure?.samples) return null;
  const { values, reach } = figure.samples;
  let count = 0;
  for (let i = 0; i < values.length; i++) if (Math.abs(values[i]) > reach) count++;
  return count > 0 ? `${count} samples lie beyond the field's reach of ${reach}: they come out as that` : null;
}

/** The samples by the mapping in the picture's own description; its data is stored in blocks (RFC 1951, section 3.2.4). */
function readPicture(bytes: Uint8Array): Float64Array {
  const view = viewOf(bytes);
  let described = "";
  let raw: Uint8Array = new Uint8Array();
  for (let at = 8; at < bytes.length; at += 12 + view.getUint32(at)) {
    const data = bytes.subarray(at + 8, at + 8 + view.getUint32(at));
    const type = textOf(bytes.subarray(at + 4, at + 8));
    if (type === "tEXt") described = textOf(data);
    if (type === "IDAT") raw = unstored(data);
  }
  const { columns, rows, scale, offset } = JSON.parse(described.slice(described.indexOf("\0") + 1));
  const size = bytes[24] / 8;
  const values = new Float64Array(columns * rows);
  for (let row = 0, i = 0; row < rows; row++)
    for (let column = 0; column < columns; column++, i++) {
      const at = row * (1 + size * columns) + 1 + size * column;
      values[i] = scale * (size === 2 ? 256 * raw[at] + raw[at + 1] : raw[at]) + offset;
    }
  return values;
}

function unstored(data: Uint8Array): Uint8Array {
  const view = viewOf(data);
  const all = new Uint8Array(data.length);
  let length = 0;
  for (let at = 2, isLast = false; !isLast; ) {
    isLast = data[at] === 1;
    const size = view.getUint16(at + 1, true);
    all.set(data.subarray(at + 5, at + 5 + size), length);
    length += size;
    at += 5 + size;
  }
  return all.subarray(0, length);
}

function readFloatMap(bytes: Uint8Array): Float64Array {
  const view = viewOf(bytes);
  let begin = 0;
  for (let line = 0; line < 3; line++) begin = bytes.indexOf(10, begin) + 1;
  const values = new Float64Array((bytes.length - begin) / 4);
  for (let i = 0; i < values.length; i++) values[i] = view.getFloat32(begin + 4 * i, true);
  return values;
}

function readArray(bytes: Uint8Array): Float64Array {
  const view = viewOf(bytes);
  const begin = 10 + view.getUint16(8, true);
  const values = new Float64Array((bytes.length - begin) / 8);
  for (let i = 0; i < values.length; i++) values[i] = view.getFloat64(begin + 8 * i, true);
  return values;
}

function viewOf(bytes: Uint8Array): DataView {
  return new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
}

function textOf(bytes: Uint8Array): string {
  return String.fromCharCode(...bytes);
}
