/** Samples spread over some. An odd step meets all columns. */
export function spreadOver(all: Uint32Array, count: number): Uint32Array {
  const step = Math.max(1, Math.floor(all.length / count)) | 1;
  return all.filter((_, k) => k % step === 0);
}
