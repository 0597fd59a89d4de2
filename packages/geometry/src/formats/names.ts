import type { Figure } from "./figure";

/** The figures with names that programs take: letters, digits and underscores, no two alike. */
export function uniquelyNamed(figures: readonly Figure[]): Figure[] {
  const taken = new Set<string>();
  return figures.map((figure) => {
    let name = identifier(figure.name);
    while (taken.has(name.toLowerCase())) name += "_";
    taken.add(name.toLowerCase());
    return { ...figure, name };
  });
}

/** An item of a list, `posts.at(2)`, becomes posts_2; no identifier begins with a digit. */
export function identifier(name: string): string {
  return name
    .replace(/\.at\((\d+)\)/g, "_$1")
    .replace(/[^A-Za-z0-9_]/g, "_")
    .replace(/^(?=\d|$)/, "_");
}
