import type { Diagnostic, Span } from "@vertexon/notation";
import { Button, Progress, Splitter } from "antd";
import { memo, type RefObject, useEffect, useState } from "react";
import { PartBoundary } from "@/client/part-boundary";
import { plural } from "@/format/numbers";
import { tokens } from "@/theme/tokens";
import { Mistakes } from "./mistakes";
import type { Lit } from "./plan/scene";
import { Rail } from "./rail";
import { ScriptEditor, type ScriptHandle } from "./script/script-editor";
import { ScriptMenu } from "./script/script-menu";
import type { Station } from "./stations/station";
import { type Side, StationPanel } from "./stations/station-panel";
import type { Busy, Evaluated } from "./use-evaluation";

interface Props {
  /** What the panel shows; null before the first evaluation. */
  side: Side | null;
  station: Station;
  busy: Busy | null;
  problem: string | null;
  editor: RefObject<ScriptHandle | null>;
  initial: string;
  evaluated: Evaluated | null;
  onStation(station: Station): void;
  onCancel(): void;
  onImport(): void;
  onChange(text: string): void;
  onCursor(position: number, clicked: boolean): void;
  onShow(span: Span): void;
  onMend(diagnostic: Diagnostic, label: string): void;
  onLight(lit: Lit): void;
}

/** Rail, script and panel. Rendered only when what it shows is another: the plan moves more often than that. */
export const DeskColumn = memo(function DeskColumn(props: Props) {
  const { side, station, busy, problem, editor, initial, evaluated } = props;
  const { onStation, onCancel, onImport, onChange, onCursor, onShow, onMend, onLight } = props;
  const view = side?.props.view ?? null;
  const count = (severity: Diagnostic["severity"]): number =>
    view?.diagnostics.filter((each) => each.severity === severity).length ?? 0;
  return (
    <div className="desk-right">
      <Rail
        view={view}
        shape={side?.props.shape ?? null}
        computing={busy !== null}
        station={station}
        onStation={onStation}
      />
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
            <ScriptEditor
              ref={editor}
              initial={initial}
              evaluated={evaluated}
              onChange={onChange}
              onCursor={onCursor}
            />
          </div>
        </Splitter.Panel>
        <Splitter.Panel min={120}>
          <div className="panel-pane">
            {side && (
              <>
                <Mistakes diagnostics={side.props.view.diagnostics} onShow={onShow} onMend={onMend} onLight={onLight} />
                <PartBoundary part="this panel" about={side}>
                  <StationPanel {...side} />
                </PartBoundary>
              </>
            )}
          </div>
        </Splitter.Panel>
      </Splitter>
    </div>
  );
});

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
