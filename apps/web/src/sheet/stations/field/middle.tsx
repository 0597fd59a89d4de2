import { Checkbox } from "antd";
import { small } from "@/format/numbers";
import { useAnswers } from "../../model/answers";
import { useLayer } from "../../model/layers";
import { useQuestion } from "../../model/use-question";

interface Props {
  name: string;
  isShown: boolean;
  onShow(isShown: boolean): void;
}

/** The medial axis on the plan, if it is wanted: there gradients jump. */
export function Middle({ name, isShown, onShow }: Props) {
  const { view, thread } = useAnswers();
  const { answered, problem } = useQuestion({ thread, view }, "medialLines", isShown ? { name } : null, { rest: 100 });
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
        {problem ?? (found && middleInWords(found.widest?.radius ?? null))}
      </span>
    </div>
  );
}

function middleInWords(widest: number | null): string {
  return widest === null
    ? "no line is long enough to be seen here: the middle is a point"
    : `widest circle inside: radius ${small(widest)}`;
}
