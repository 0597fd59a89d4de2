/** The known name that is most like a misspelled one, or null when none is near: up to a third of its letters may differ. */
export function nearestName(name: string, known: Iterable<string>): string | null {
  let best: string | null = null;
  // One letter for another is a near name only where letters remain: "b" is not "a" misspelled.
  let least = Math.min(name.length, Math.max(1, Math.floor(name.length / 3)) + 1);
  for (const candidate of known) {
    const distance = editDistance(name.toLowerCase(), candidate.toLowerCase());
    if (distance < least) {
      least = distance;
      best = candidate;
    }
  }
  return best;
}

/** `; did you mean "…"?` or nothing. */
export function suggestion(name: string, known: Iterable<string>): string {
  const near = nearestName(name, known);
  return near ? `; did you mean "${near}"?` : "";
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
