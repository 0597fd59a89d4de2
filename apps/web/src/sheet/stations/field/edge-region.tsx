import { Checkbox } from "antd";
import { useMemo, useState } from "react";
import { small } from "@/format/numbers";
import type { Answer } from "@/worker/questions";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { type Place, useLayer } from "../../model/layers";
import { useQuestion } from "../../model/use-question";

interface Props {
  name: string;
  isShown: boolean;
  onShow(isShown: boolean): void;
}

/** Beyond the plan by this share of its longer side. */
const BEYOND = 0.25;

/** The region in which the edge that is nearest to the pointer stays the nearest, if it is wanted. */
export function EdgeRegion({ name, isShown, onShow }: Props) {
  const { view, thread } = useAnswers();
  const [at, setAt] = useState<Place | null>(null);
  const frame = useMemo(() => frameOf(view), [view]);
  const asked = isShown && at ? { name, x: at.x, y: at.y, frame } : null;
  const { answered, problem } = useQuestion({ thread, view }, "edgeRegion", asked, { rest: 40 });
  const found = isShown ? (answered?.answer ?? null) : null;
  // Where the pointer leaves, the last region stays.
  useLayer(() => (isShown ? { onHover: (place) => place && setAt(place) } : null), [isShown]);
  useLayer(() => (found ? { traced: found.lines } : null), [found]);
  return (
    <div className="field-row">
      <Checkbox checked={isShown} onChange={(event) => onShow(event.target.checked)}>
        region of the nearest edge
      </Checkbox>
      <span className="quiet" data-testid="edge-region">
        {problem ?? (isShown && (answered ? regionInWords(answered.answer, view.plan.unit) : "point at the plan"))}
      </span>
    </div>
  );
}

function regionInWords(found: Answer<"edgeRegion">, unit: string): string {
  return found
    ? `edge ${found.ring + 1}·${found.edge}: ${small(found.area)} ${unit}² are nearest to it`
    : "nothing is inside: there are no edges";
}

function frameOf({ plan: { x, y, width, height } }: SheetView) {
  const by = BEYOND * Math.max(width, height);
  return { minX: x - by, minY: y - by, maxX: x + width + by, maxY: y + height + by };
}
