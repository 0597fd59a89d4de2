/** What a shape is called: by its definition, or by that and its number where the definition is a list. */
export function itemName(definition: string, type: string, index: number): string {
  return type === "list" ? `${definition} ${index + 1}` : definition;
}
