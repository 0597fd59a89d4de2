import { Checkbox } from "antd";
import { small } from "@/format/numbers";
import type { Answer } from "@/worker/questions";
import { useAnswers } from "../../model/answers";
import { useLayer } from "../../model/layers";
import { useLongQuestion } from "../../model/use-question";
import { useResting } from "../parts/use-resting";

interface Props {
  name: string;
  isShown: boolean;
  onShow(isShown: boolean): void;
}

/** The medial axis on the plan, if it is wanted: there gradients jump. */
export function Middle({ name, isShown, onShow }: Props) {
  const { view, thread, moving } = useAnswers();
  const resting = useResting(view, moving);
  const asked = isShown ? { name } : null;
  const { answered, problem } = useLongQuestion({ thread, view: resting }, "medialLines", asked);
  const found = isShown ? (answered?.answer ?? null) : null;
  useLayer(
    () => (found ? { traced: found.lines, ...(found.widest ? { circles: [found.widest] } : {}) } : null),
    [found],
  );
  return (
    <div className="field-row">
      <Checkbox checked={isShown} onChange={(event) => onShow(event.target.checked)}>
        medial axis
      </Checkbox>
      <span className="quiet" data-testid="medial-widest">
        {isShown && (problem ?? (answered ? middleInWords(answered.answer) : "being traced …"))}
      </span>
    </div>
  );
}

function middleInWords(found: Answer<"medialLines">): string {
  if (!found) return "nothing is inside";
  const unseen = found.lines.length === 0 && "no line is long enough to be seen here";
  const widest = found.widest && `widest circle inside: radius ${small(found.widest.radius)}`;
  return [widest, unseen].filter(Boolean).join("; ");
}
