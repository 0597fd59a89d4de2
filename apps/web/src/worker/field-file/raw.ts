import { NUMBERS, type NumberType } from "./numbers";
import { type ForeignField, sized } from "./samples";

/** How numbers stand in a file that says nothing about itself. */
export interface RawForm {
  columns: number;
  rows: number;
  type: NumberType;
  /** Whether the byte of most weight comes first. */
  bigFirst: boolean;
}

export function readRaw(bytes: Uint8Array, { columns, rows, type, bigFirst }: RawForm): ForeignField {
  const found = sized(columns, rows, `plain numbers, ${type}`);
  const { size, read, isWhole } = NUMBERS[type];
  if (bytes.length !== size * columns * rows)
    throw new Error(
      `plain numbers: ${columns} × ${rows} of ${type} are ${size * columns * rows} bytes, the file has ${bytes.length}`,
    );
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  for (let i = 0; i < found.values.length; i++) found.values[i] = read(view, size * i, !bigFirst);
  return { ...found, isWhole };
}
