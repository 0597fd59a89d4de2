import { NUMBERS, type NumberType } from "./numbers";
import { type ForeignField, sized, textAt } from "./samples";

const TYPES: Readonly<Record<string, NumberType>> = {
  f2: "float16",
  f4: "float32",
  f8: "float64",
  u1: "uint8",
  i1: "int8",
  u2: "uint16",
  i2: "int16",
  u4: "uint32",
  i4: "int32",
};

/** An array file (NPY 1.0 to 3.0): numbers along two axes, and others of length 1. */
export function readArray(bytes: Uint8Array): ForeignField {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const isLong = bytes[6] > 1;
  const begin = isLong ? 12 : 10;
  const length = isLong ? view.getUint32(8, true) : view.getUint16(8, true);
  const head = textAt(bytes, begin, Math.min(length, 4096));
  const [, order, code] = /'descr':\s*'([<>|=])([fiu]\d)'/.exec(head) ?? [];
  const type = TYPES[code];
  const lengths = /'shape':\s*\(([\d\s,]*)\)/.exec(head)?.[1].match(/\d+/g)?.map(Number) ?? [];
  const axes = lengths.length > 2 ? lengths.filter((axis) => axis !== 1) : lengths;
  if (!type || axes.length !== 2)
    throw new Error(`NPY: expected two axes of floats or whole numbers, found ${head.trim()}`);
  const [rows, columns] = axes;
  const found = sized(columns, rows, `NPY, ${type}`);
  const { size, read, isWhole } = NUMBERS[type];
  if (bytes.length < begin + length + size * found.values.length)
    throw new Error("NPY: its data end before its last row");
  // In Fortran's order columns follow each other.
  const [toColumn, toRow] = /'fortran_order':\s*True/.test(head) ? [rows, 1] : [1, columns];
  for (let row = 0, i = 0; row < rows; row++)
    for (let column = 0; column < columns; column++, i++)
      found.values[i] = read(view, begin + length + size * (toColumn * column + toRow * row), order !== ">");
  return { ...found, isWhole };
}
