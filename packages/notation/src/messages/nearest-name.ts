/** More names than this are no help. */
const MOST_NAMES = 3;

/**
 * The known names that are most like a misspelled one, all of them equally: none where none is near, up to a third of the
 * letters may differ.
 */
export function nearestNames(name: string, known: Iterable<string>): string[] {
  let nearest: string[] = [];
  // One letter for another is a near name only where letters remain: "b" is not "a" misspelled.
  let least = Math.min(name.length - 1, Math.max(1, Math.floor(name.length / 3)));
  for (const candidate of known) {
    const distance = editDistance(name.toLowerCase(), candidate.toLowerCase());
    if (distance > least) continue;
    if (distance < least) nearest = [];
    least = distance;
    if (nearest.length < MOST_NAMES && !nearest.includes(candidate)) nearest.push(candidate);
  }
  return nearest;
}

/** The first of them. */
export function nearestName(name: string, known: Iterable<string>): string | null {
  return nearestNames(name, known)[0] ?? null;
}

/** `; did you mean "…"?` or nothing. */
export function suggestion(near: readonly string[]): string {
  return near.length ? `; did you mean ${near.map((each) => `"${each}"`).join(" or ")}?` : "";
}

/** Insertions, deletions, replacements and swaps of neighbours (optimal string alignment). */
function editDistance(a: string, b: string): number {
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, j) => j)];
  for (let i = 1; i <= a.length; i++) {
    rows[i] = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      rows[i][j] = Math.min(rows[i - 1][j] + 1, rows[i][j - 1] + 1, rows[i - 1][j - 1] + same);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        rows[i][j] = Math.min(rows[i][j], rows[i - 2][j - 2] + 1);
    }
  }
  return rows[a.length][b.length];
}
