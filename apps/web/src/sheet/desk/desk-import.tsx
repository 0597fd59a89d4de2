import { axisSenseEdits, type ImportPlan, planBoxEdits } from "@vertexon/notation";
import { PartBoundary } from "@/client/part-boundary";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import { AttachedFiles } from "../import/attached-files";
import { ImportDialog, type ImportText } from "../import/import-dialog";
import { planAround } from "../import/plan-around";
import { appendedLine } from "../model/append";
import { useAttached } from "../model/attached";
import { useChoice } from "../model/choice";
import { useEdits } from "../model/edits";

interface Props {
  thread: SheetThread;
  /** What the dialog opens with. */
  start: ImportText;
  /** What the sheet comes to; null before it was evaluated. */
  view: SheetView | null;
  script: string;
  onClose(): void;
}

/** Takes over outlines and points from a text into the sheet, with the plan that fits them where that is wanted. */
export function DeskImport({ thread, start, view, script, onClose }: Props) {
  const attachments = useAttached();
  const { edit } = useEdits();
  const { take } = useChoice();
  const add = async (plan: ImportPlan, { lines, fits }: { lines: string[]; fits: boolean }) => {
    await attachments.add(
      plan.attachments.filter(({ name: file }) => lines.some((line) => line.includes(`"${file}"`))),
    );
    edit((now, text) => {
      const added = appendedLine(text, lines.join("\n"));
      if (!fits) return added;
      const sense = now.plan.yDown && plan.yUp ? axisSenseEdits(text, false) : [];
      return [...planBoxEdits(text, planAround(plan.bounds)), ...sense, ...added];
    });
    const last = /^\w+/.exec(lines.at(-1) ?? "")?.[0];
    if (last) take(last);
  };
  return (
    <PartBoundary part="the import" about={start}>
      <ImportDialog
        thread={thread}
        start={start}
        attachments={attachments.files ?? []}
        onto={view?.plan ?? null}
        okText="Add to the script"
        onTake={add}
        onClose={onClose}
      >
        <AttachedFiles attachments={attachments} script={script} />
      </ImportDialog>
    </PartBoundary>
  );
}
