/** A definition as far as it tells what is made of what. */
interface Made {
  name: string;
  value: { type: string } | null;
  dependsOn: readonly string[];
}

/** A sheet's results, in the order of their definitions: those that no shape is made from. */
export function resultsAmong<T extends Made>(definitions: readonly T[]): T[] {
  const used = new Set(definitions.flatMap(({ value, dependsOn }) => (value?.type === "shape" ? dependsOn : [])));
  return definitions.filter(({ name }) => !used.has(name));
}
