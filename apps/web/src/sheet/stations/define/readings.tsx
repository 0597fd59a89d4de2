import type { Path } from "@vertexon/geometry";
import { applyEdits, type Reading, type Span } from "@vertexon/notation";
import { useMemo, useState } from "react";
import { useAnswers } from "../../model/answers";
import { useEdits } from "../../model/edits";
import { useLayer } from "../../model/layers";
import type { NamedShape } from "../../model/scene";
import { useQuestion } from "../../model/use-question";

interface Props {
  shape: NamedShape;
  span: Span;
  statement: string;
  readings: readonly Reading[];
}

const NONE: (Path | null)[] = [];

/** All ways in which an arc's numbers could have been meant: the one taken, the others as ghosts, each to be taken. */
export function Readings({ shape, statement, readings }: Props) {
  const { view, thread } = useAnswers();
  const { edit } = useEdits();
  const [lit, setLit] = useState<number | null>(null);
  const { definition } = shape;
  const texts = useMemo(() => readings.map(({ edits }) => applyEdits(statement, edits)), [readings, statement]);
  const { answered } = useQuestion({ thread, view }, "tryOut", { name: definition, texts });
  const paths = answered?.question.texts === texts ? answered.answer : NONE;
  useLayer(
    () => ({ ghosts: paths.flatMap((path, i) => (path && i > 0 ? [{ path, lit: i === lit }] : [])) }),
    [paths, lit],
  );

  const take = ({ edits }: Reading) =>
    edit((current, script) => {
      const now = current.definitions.find(({ name }) => name === definition)?.span;
      if (!now || script.slice(now.from, now.to) !== statement) return null;
      return edits.map((edit) => ({ ...edit, from: now.from + edit.from, to: now.from + edit.to }));
    });
  return (
    <ol className="readings" data-testid="readings">
      {readings.map((reading, i) => (
        <li key={reading.label} className={i === 0 ? "reading-taken" : ""}>
          <button
            type="button"
            disabled={i === 0 || paths[i] === null}
            onMouseEnter={() => setLit(i)}
            onMouseLeave={() => setLit(null)}
            onFocus={() => setLit(i)}
            onBlur={() => setLit(null)}
            onClick={() => take(reading)}
          >
            <span>{reading.label}</span>
            <span className="quiet">
              {i === 0 ? "taken" : paths[i] === null ? "cannot be computed" : "take this one"}
            </span>
          </button>
          <code className="mono quiet">{changedPart(applyEdits(statement, reading.edits))}</code>
        </li>
      ))}
    </ol>
  );
}

function changedPart(statement: string): string {
  return statement.replace(/^[^=]*=\s*/, "").replace(/\s+/g, " ");
}
