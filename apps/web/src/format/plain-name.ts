/** What an item of a list is called where only names can stand: `posts.at(2)` is posts_2. */
export function plainName(expression: string): string {
  return expression.replace(/\.at\((\d+)\)/g, "_$1");
}
