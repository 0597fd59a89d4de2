/** What came of a case: its input in words, its size in vertices, the time of the operation alone, and what is wrong. */
export interface Run {
  input: string;
  /** Cases are compared in time with those of the same kind and size. */
  kind?: string;
  size: number;
  milliseconds: number;
  faults: string[];
}

/** Runs an operation and measures its time. */
export function timed<T>(operation: () => T): { result: T; milliseconds: number } {
  const start = performance.now();
  const result = operation();
  return { result, milliseconds: performance.now() - start };
}
