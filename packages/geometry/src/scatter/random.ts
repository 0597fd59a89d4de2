/** Numbers from 0 up to 1 in an order that a seed tells, the same everywhere (G. Marsaglia, "Xorshift RNGs", 2003). */
export function randomFrom(seed: number): () => number {
  // Seeds that differ little must not give sequences that do: a few steps stir them.
  let a = (Math.imul(seed | 0, 0x9e3779b1) ^ 0x2545f491) | 0 || 1;
  const next = (): number => {
    a ^= a << 13;
    a ^= a >>> 17;
    a ^= a << 5;
    return (a >>> 0) / 2 ** 32;
  };
  for (let i = 0; i < 8; i++) next();
  return next;
}
