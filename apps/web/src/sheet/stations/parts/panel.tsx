import { Button } from "antd";
import type { ReactNode } from "react";
import type { LongKind } from "@/worker/questions";
import type { LongAnswered } from "../../model/use-question";
import "./parts.css";

/** A station's panel: what it is about on the first line, the figures below. */
export function Panel({
  title,
  about,
  aside,
  children,
}: {
  title: string;
  about?: ReactNode;
  aside?: ReactNode;
  children: ReactNode;
}) {
  return (
    <section className="panel" aria-label={`${title} panel`} data-testid="panel">
      <header className="panel-head">
        <strong>{title}</strong>
        {about && <span className="mono panel-about">{about}</span>}
        {aside && <span className="panel-aside">{aside}</span>}
      </header>
      <div className="panel-body">{children}</div>
    </section>
  );
}

/** Labels and values; `pairs` sets two of them on a line. */
export function Facts({
  rows,
  pairs,
}: {
  rows: [label: string, value: ReactNode, testId?: string][];
  pairs?: boolean;
}) {
  return (
    <dl className={pairs ? "facts facts-pairs" : "facts"}>
      {rows.map(([label, value, testId]) => (
        <div key={label}>
          <dt>{label}</dt>
          <dd data-testid={testId}>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

interface PendingProps {
  problem: string | null;
  /** How it is stopped, where it may take long, and begun again. */
  work?: Pick<LongAnswered<LongKind>, "state" | "stop" | "again">;
  children: ReactNode;
}

/** In place of an answer that is not there: what is being done, or why it failed. */
export function Pending({ problem, work, children }: PendingProps) {
  if (problem !== null) return <p className="panel-empty warning">This could not be computed: {problem}</p>;
  if (work?.state === "stopped")
    return (
      <p className="panel-empty">
        Stopped.{" "}
        <Button size="small" onClick={work.again}>
          Run again
        </Button>
      </p>
    );
  return (
    <p className="panel-empty">
      {children}{" "}
      {work && (
        <Button size="small" onClick={work.stop} className="pending-stop">
          Stop
        </Button>
      )}
    </p>
  );
}

export function Empty({ children }: { children: ReactNode }) {
  return <p className="panel-empty">{children}</p>;
}
