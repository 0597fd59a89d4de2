import type { Diagnostic, Span } from "@vertexon/notation";
import { Button } from "antd";
import { memo } from "react";
import { useLight } from "../model/layers";

interface Props {
  diagnostics: readonly Diagnostic[];
  onShow(span: Span): void;
  onMend(diagnostic: Diagnostic, label: string): void;
}

/** More than this many would leave the panel no room. */
const SHOWN = 3;

/** What is wrong with the script and what is hardly meant, where, and what would put it right. */
export const Mistakes = memo(function Mistakes({ diagnostics, onShow, onMend }: Props) {
  const light = useLight();
  if (diagnostics.length === 0) return null;
  const inOrder = [...diagnostics].sort((a, b) => Number(a.severity === "warning") - Number(b.severity === "warning"));
  const more = inOrder.length - SHOWN;
  return (
    <ul className="mistakes" data-testid="mistakes">
      {inOrder.slice(0, SHOWN).map((diagnostic) => {
        const { from, line, column, message, severity, mends, marks } = diagnostic;
        return (
          <li
            key={`${from} ${message}`}
            className={`mistake-${severity}`}
            onMouseEnter={() => light({ marks })}
            onMouseLeave={() => light(null)}
          >
            <button type="button" className="mistake-text" onClick={() => onShow(diagnostic)}>
              <span className="mistake-sign">{severity === "error" ? "✕" : "!"}</span>{" "}
              <span className="mono">
                {line}:{column}
              </span>{" "}
              {message}
            </button>
            {mends.map(({ label }) => (
              <Button key={label} size="small" onClick={() => onMend(diagnostic, label)}>
                {label}
              </Button>
            ))}
          </li>
        );
      })}
      {more > 0 && <li className="quiet">{more} more, marked in the script</li>}
    </ul>
  );
});
