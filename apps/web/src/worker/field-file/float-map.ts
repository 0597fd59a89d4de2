import { type ForeignField, sized, textAt } from "./samples";

/** A portable float map of one channel, whose first row is the lowest. */
export function readFloatMap(bytes: Uint8Array): ForeignField {
  const text = textAt(bytes, 0, Math.min(80, bytes.length));
  if (text.startsWith("PF")) throw new Error("PFM: expected one channel (Pf), found three (PF)");
  const head = /^Pf\s+(\d+)\s+(\d+)\s+(-?[\d.]+(?:[eE][-+]?\d+)?)\s/.exec(text);
  if (!head) throw new Error("PFM: expected Pf, columns, rows and a scale on the first lines");
  const found = sized(Number(head[1]), Number(head[2]), "PFM");
  if (bytes.length < head[0].length + 4 * found.values.length) throw new Error("PFM: its data end before its last row");
  const view = new DataView(bytes.buffer, bytes.byteOffset + head[0].length);
  for (let i = 0; i < found.values.length; i++) found.values[i] = view.getFloat32(4 * i, Number(head[3]) < 0);
  return { ...found, firstRow: "bottom" };
}
