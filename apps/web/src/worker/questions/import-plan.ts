import { type Attachment, ImportError, type ImportPlan, planImport } from "@vertexon/notation";
import type { AskedSheet } from "../asked-sheet";

/** What taking over a text would add to the sheet, or why it cannot be read. */
export function importPlan(
  { evaluated }: AskedSheet,
  { text, fileName, attachments }: { text: string; fileName: string; attachments: readonly Attachment[] },
): ImportPlan | { problem: string } {
  const names = evaluated?.definitions.map(({ name }) => name) ?? [];
  try {
    return planImport(text, fileName, { names, attachments });
  } catch (error) {
    if (error instanceof ImportError) return { problem: error.message };
    throw error;
  }
}
