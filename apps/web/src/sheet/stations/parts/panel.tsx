import type { ReactNode } from "react";
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

/** In place of an answer that is not there: what is being done, or why it failed. */
export function Pending({ problem, children }: { problem: string | null; children: ReactNode }) {
  if (problem === null) return <p className="panel-empty">{children}</p>;
  return <p className="panel-empty warning">This could not be computed: {problem}</p>;
}

export function Empty({ children }: { children: ReactNode }) {
  return <p className="panel-empty">{children}</p>;
}
