import { readArray } from "./array";
import { readFloatMap } from "./float-map";
import { readPng } from "./png";
import { type RawForm, readRaw } from "./raw";
import { readRows } from "./rows";
import { type ForeignField, textAt } from "./samples";

export type { RawForm } from "./raw";
export type { ForeignField } from "./samples";

/** The file does not say how its numbers stand: somebody has to. */
export class RawFileError extends Error {
  override readonly name = "RawFileError";
  constructor(readonly bytes: number) {
    super("plain numbers without a head: say how many columns and rows, and of which type");
  }
}

/**
 * Reads the samples of a distance field: PNG (8 or 16 bits a channel), PFM (one channel), NPY (two axes), CSV (a row a line, or x, y and
 * the value), or plain numbers in a form that was said. Throws an error that says what was expected, and where; `RawFileError` where the
 * form of plain numbers was not said.
 */
export async function readFieldFile(file: File, raw: RawForm | null): Promise<ForeignField> {
  const bytes = new Uint8Array(await file.arrayBuffer());
  if (bytes[0] === 0x89 && textAt(bytes, 1, 3) === "PNG") return readPng(bytes);
  if (/^P[fF]\s/.test(textAt(bytes, 0, 3))) return readFloatMap(bytes);
  if (bytes[0] === 0x93 && textAt(bytes, 1, 5) === "NUMPY") return readArray(bytes);
  if (raw) return readRaw(bytes, raw);
  if (!isText(bytes)) throw new RawFileError(bytes.length);
  return readRows(new TextDecoder().decode(bytes));
}

const HEAD = 4096;

/** Whether a file begins as text does; numbers as text have no bytes of 128 or more but for a byte order mark. */
function isText(bytes: Uint8Array): boolean {
  const isMarked = bytes[0] === 0xef && bytes[1] === 0xbb && bytes[2] === 0xbf;
  return bytes
    .subarray(isMarked ? 3 : 0, HEAD)
    .every((byte) => (byte >= 32 && byte < 127) || (byte >= 9 && byte <= 13));
}
