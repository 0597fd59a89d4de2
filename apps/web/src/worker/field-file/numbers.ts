/** Types of numbers in files: how many bytes they take, and how they are read. */
export const NUMBERS = {
  float16: { size: 2, isWhole: false, read: halfFloat },
  float32: {
    size: 4,
    isWhole: false,
    read: (view: DataView, at: number, little: boolean) => view.getFloat32(at, little),
  },
  float64: {
    size: 8,
    isWhole: false,
    read: (view: DataView, at: number, little: boolean) => view.getFloat64(at, little),
  },
  uint8: { size: 1, isWhole: true, read: (view: DataView, at: number) => view.getUint8(at) },
  int8: { size: 1, isWhole: true, read: (view: DataView, at: number) => view.getInt8(at) },
  uint16: { size: 2, isWhole: true, read: (view: DataView, at: number, little: boolean) => view.getUint16(at, little) },
  int16: { size: 2, isWhole: true, read: (view: DataView, at: number, little: boolean) => view.getInt16(at, little) },
  uint32: { size: 4, isWhole: true, read: (view: DataView, at: number, little: boolean) => view.getUint32(at, little) },
  int32: { size: 4, isWhole: true, read: (view: DataView, at: number, little: boolean) => view.getInt32(at, little) },
} as const;

export type NumberType = keyof typeof NUMBERS;

/** A float of 16 bits (IEEE 754, binary16). */
function halfFloat(view: DataView, at: number, little: boolean): number {
  const bits = view.getUint16(at, little);
  const sign = bits & 0x8000 ? -1 : 1;
  const exponent = (bits >> 10) & 31;
  const fraction = bits & 1023;
  if (exponent === 31) return fraction ? Number.NaN : sign * Number.POSITIVE_INFINITY;
  return sign * (exponent === 0 ? fraction * 2 ** -24 : (1024 + fraction) * 2 ** (exponent - 25));
}
