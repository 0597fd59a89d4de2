import { ascii } from "./ascii";

/** Samples as an array file of the form NPY 1.0: rows by columns, C order, 32- or 64-bit floats, little-endian. */
export function arrayFile(values: Float32Array | Float64Array, columns: number, rows: number): Uint8Array {
  const bytes = values.BYTES_PER_ELEMENT;
  const told = `{'descr': '<f${bytes}', 'fortran_order': False, 'shape': (${rows}, ${columns}), }`;
  // The data begins at a multiple of 64 bytes.
  const head = `${told.padEnd(64 * Math.ceil((10 + told.length + 1) / 64) - 11)}\n`;
  const all = new Uint8Array(10 + head.length + bytes * values.length);
  all.set([0x93, 0x4e, 0x55, 0x4d, 0x50, 0x59, 1, 0]);
  const view = new DataView(all.buffer);
  view.setUint16(8, head.length, true);
  all.set(ascii(head), 10);
  for (let i = 0, at = 10 + head.length; i < values.length; i++, at += bytes)
    if (bytes === 4) view.setFloat32(at, values[i], true);
    else view.setFloat64(at, values[i], true);
  return all;
}
