import { ascii } from "./ascii";

/** Samples as a portable float map: 32-bit floats, little-endian, one channel. Its first row is the lowest, which is that of least y where y goes up. */
export function floatMap(values: ArrayLike<number>, columns: number, rows: number): Uint8Array {
  const head = ascii(`Pf\n${columns} ${rows}\n-1.0\n`);
  const all = new Uint8Array(head.length + 4 * columns * rows);
  all.set(head);
  const view = new DataView(all.buffer, head.length);
  for (let i = 0; i < columns * rows; i++) view.setFloat32(4 * i, values[i], true);
  return all;
}
