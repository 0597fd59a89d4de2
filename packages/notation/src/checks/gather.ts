import type { SheetFinding } from "./facts";

/** Findings of one kind in more definitions than this become one. */
export const MOST_SINGLE = 3;

/**
 * Findings in which those of one kind, where many definitions have them, are one: at the first of them, with the mends that
 * all of them have, each for all at once.
 */
export function gathered(findings: readonly SheetFinding[]): SheetFinding[] {
  const byKind = new Map<string, SheetFinding[]>();
  for (const finding of findings) {
    const alike = byKind.get(finding.kind);
    if (alike) alike.push(finding);
    else byKind.set(finding.kind, [finding]);
  }
  return [...byKind.values()].flatMap((alike) => {
    const count = new Set(alike.flatMap(statementsOf)).size;
    return alike.length > 1 && count > MOST_SINGLE ? [together(alike, count)] : alike;
  });
}

/** Where the statements begin that a finding is about. */
export function statementsOf({ from, alike }: SheetFinding): readonly number[] {
  return alike ?? [from];
}

function together(findings: readonly SheetFinding[], count: number): SheetFinding {
  const [first] = findings;
  return {
    ...first,
    message: `${first.message} (the first of ${count} definitions with this)`,
    mends: first.mends
      .filter(({ label }) => findings.every(({ mends }) => mends.some((mend) => mend.label === label)))
      .map(({ label }) => ({
        label: `${label}, in all ${count}`,
        edits: findings.flatMap(({ mends }) => mends.find((mend) => mend.label === label)!.edits),
      })),
    marks: findings.flatMap(({ marks }) => marks),
    alike: [...new Set(findings.flatMap(statementsOf))],
  };
}
