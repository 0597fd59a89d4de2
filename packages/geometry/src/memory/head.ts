/** Fewer values are copied in less time than a view of them takes. */
const FEW = 16;

/** The first values of an array: itself where those are all, a copy where they are few, otherwise a view. */
export function headOf<T extends Float64Array | Int32Array>(values: T, count: number): T {
  if (count === values.length) return values;
  if (count > FEW) return values.subarray(0, count) as T;
  const head = values instanceof Float64Array ? new Float64Array(count) : new Int32Array(count);
  for (let i = 0; i < count; i++) head[i] = values[i];
  return head as T;
}
