/** A count with its noun: `1 argument`, `3 arguments`. */
export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}
