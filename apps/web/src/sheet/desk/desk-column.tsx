import type { Diagnostic, Span } from "@vertexon/notation";
import { Button, Progress, Splitter } from "antd";
import { memo, type RefObject, useCallback, useContext, useEffect, useMemo, useState } from "react";
import { PartBoundary } from "@/client/part-boundary";
import { plural } from "@/format/numbers";
import { tokens } from "@/theme/tokens";
import { type Answers, AnswersContext } from "../model/answers";
import { useChoice } from "../model/choice";
import { useEdits } from "../model/edits";
import type { Station } from "../model/station";
import { ScriptEditor, type ScriptHandle } from "../script/script-editor";
import { ScriptMenu } from "../script/script-menu";
import { Mistakes } from "./mistakes";
import { Rail } from "./rail";
import type { Busy } from "./use-evaluation";

interface Props {
  station: Station;
  busy: Busy | null;
  problem: string | null;
  editor: RefObject<ScriptHandle | null>;
  initial: string;
  onStation(station: Station): void;
  onCancel(): void;
  onImport(): void;
  onChange(text: string): void;
  onCursor(position: number, clicked: boolean): void;
}

/** Rail, script and panel. Rendered only when what it shows is another: the plan moves more often than that. */
export const DeskColumn = memo(function DeskColumn(props: Props) {
  const { station, busy, problem, editor, initial, onStation, onCancel, onImport, onChange, onCursor } = props;
  const answers = useContext(AnswersContext);
  const choice = useChoice();
  const view = answers?.view ?? null;
  const count = (severity: Diagnostic["severity"]): number =>
    view?.diagnostics.filter((each) => each.severity === severity).length ?? 0;
  return (
    <div className="desk-right">
      <Rail view={view} shape={choice.shape} computing={busy !== null} station={station} onStation={onStation} />
      <Splitter orientation="vertical" className="desk-column">
        <Splitter.Panel defaultSize="46%" min={90}>
          <div className="script-pane">
            <header className="script-head">
              <strong>Script</strong>
              <ScriptStatus
                busy={busy}
                problem={problem}
                onCancel={onCancel}
                errors={count("error")}
                warnings={count("warning")}
              />
              <span className="grow-end">
                <Button size="small" type="text" title="Undo (Ctrl+Z)" onClick={() => editor.current?.undo()}>
                  Undo
                </Button>
                <Button size="small" type="text" title="Redo (Ctrl+Shift+Z)" onClick={() => editor.current?.redo()}>
                  Redo
                </Button>
                <Button
                  size="small"
                  type="text"
                  title="Take over outlines and points from a file or the clipboard"
                  onClick={onImport}
                >
                  Import
                </Button>
                <ScriptMenu editor={editor} />
                <span className="quiet"> vertices · area</span>
              </span>
            </header>
            <ScriptEditor ref={editor} initial={initial} evaluated={answers} onChange={onChange} onCursor={onCursor} />
          </div>
        </Splitter.Panel>
        <Splitter.Panel min={120}>
          <div className="panel-pane">
            {answers && <SidePanel station={station} answers={answers} editor={editor} />}
          </div>
        </Splitter.Panel>
      </Splitter>
    </div>
  );
});

/** What is wrong with the script, and the station's panel. */
function SidePanel({
  station,
  answers,
  editor,
}: {
  station: Station;
  answers: Answers;
  editor: RefObject<ScriptHandle | null>;
}) {
  const choice = useChoice();
  const { edit } = useEdits();
  const show = useCallback(
    (span: Span) => {
      editor.current?.reveal(span);
      editor.current?.focus();
    },
    [editor],
  );
  const mend = useCallback(
    (diagnostic: Diagnostic, label: string) =>
      edit((now) => {
        const same = now.diagnostics.find(
          ({ from, message: text }) => from === diagnostic.from && text === diagnostic.message,
        );
        return same?.mends.find((each) => each.label === label)?.edits ?? null;
      }),
    [edit],
  );
  // What failed to be shown is tried again with every other thing to show.
  const about = useMemo(() => [station, answers, choice], [station, answers, choice]);
  return (
    <>
      <Mistakes diagnostics={answers.view.diagnostics} onShow={show} onMend={mend} />
      <PartBoundary part="this panel" about={about}>
        {answers.computing && !choice.shape ? (
          <p className="panel-empty">The script is being computed. Its shapes are shown when that is done.</p>
        ) : (
          <station.Panel />
        )}
      </PartBoundary>
    </>
  );
}

interface StatusProps {
  busy: Busy | null;
  problem: string | null;
  errors: number;
  warnings: number;
  onCancel(): void;
}

function ScriptStatus({ busy, problem, errors, warnings, onCancel }: StatusProps) {
  if (busy)
    return (
      <span className="script-status computing">
        <Computing {...busy} />
        <Button size="small" onClick={onCancel}>
          Cancel
        </Button>
      </span>
    );
  if (problem) return <span className="script-status warning">{problem}</span>;
  if (errors) return <span className="script-status mistake">{plural(errors, "error")}</span>;
  if (warnings) return <span className="script-status warning">{plural(warnings, "warning")}</span>;
  return null;
}

/** Which definition is being computed, the share of those that are done, and for how many seconds already. */
function Computing({ since, progress }: Busy) {
  const [now, setNow] = useState(since);
  useEffect(() => {
    const timer = setInterval(() => setNow(performance.now()), 250);
    return () => clearInterval(timer);
  }, []);
  const seconds = Math.floor((now - since) / 1000);
  const { name = null, done = 0, total = 0 } = progress ?? {};
  return (
    <>
      <span
        className="computing-name"
        title={name ? `computing ${name}: ${done} of ${total} definitions are done` : ""}
      >
        computing{name && <span className="mono"> {name}</span>}
      </span>
      {total > 1 && (
        <Progress
          percent={Math.floor((100 * done) / total)}
          showInfo={false}
          size={[36, 4]}
          strokeColor={tokens.plum}
          aria-label={`${done} of ${total} definitions are done`}
        />
      )}
      {seconds > 0 && <span className="quiet mono">{seconds} s</span>}
    </>
  );
}
