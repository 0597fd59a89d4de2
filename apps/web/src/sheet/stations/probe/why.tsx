import { Checkbox } from "antd";
import { useMemo } from "react";
import { fixed } from "@/format/numbers";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { type Place, useLayer } from "../../model/layers";
import { useLongQuestion, useQuestion } from "../../model/use-question";
import { Facts, Pending } from "../parts/panel";

/** Why the place under the pointer lies where it lies: its winding number, and what each fill rule makes of that. */
export function Why({ at, hasRay, onRay }: { at: Place | null; hasRay: boolean; onRay(wanted: boolean): void }) {
  const { shape } = useChoice();
  const { view, thread } = useAnswers();
  const name = shape?.name ?? null;
  const numbers = useLongQuestion({ thread, view }, "windings", name ? { name } : null);
  const regions = numbers.answered?.answer ?? null;
  useLayer(
    () => regions && { tags: regions.places.map(({ x, y, winding }) => ({ x, y, text: signed(winding) })) },
    [regions],
  );
  const place = useMemo(() => (name && at ? { name, at } : null), [name, at]);
  const found = useQuestion({ thread, view }, "why", place).answered?.answer ?? null;
  return (
    <>
      <p className="quiet">
        Point at the plan. The numbers in the regions say how often the outline of {name}, as it was written, runs
        around them.
      </p>
      <Checkbox checked={hasRay} onChange={({ target }) => onRay(target.checked)}>
        the ray from the pointer, with its crossings <span className="quiet">(key R)</span>
      </Checkbox>
      {numbers.problem !== null && <Pending problem={numbers.problem}>Counting …</Pending>}
      {regions?.isCut && (
        <p className="quiet">Regions around which the outline runs more than 9 times have no number.</p>
      )}
      {at && found ? (
        <Facts
          rows={[
            ["place", `${fixed(at.x, 2)}, ${fixed(at.y, 2)}`],
            ["winding number", found.isOnEdge ? "none: it lies on an edge" : signed(found.winding), "why-winding"],
            ["under nonzero", sideOf(found, found.nonzero), "why-nonzero"],
            ["under evenodd", sideOf(found, found.evenodd), "why-evenodd"],
            [
              "so",
              found.isOnEdge || found.nonzero === found.evenodd
                ? "both rules agree here"
                : `the rules differ here; ${name} is filled by ${shape?.shape.fillRule}`,
            ],
          ]}
        />
      ) : (
        <p className="panel-empty">No place yet: move the pointer over the plan.</p>
      )}
    </>
  );
}

function sideOf({ isOnEdge }: { isOnEdge: boolean }, isInside: boolean): string {
  return isOnEdge ? "boundary" : isInside ? "inside" : "outside";
}

function signed(winding: number): string {
  return winding > 0 ? `+${winding}` : winding < 0 ? `−${-winding}` : "0";
}

/** The ray from a place, on the plan. */
export function useRay(at: Place | null): void {
  const { shape } = useChoice();
  const { view, thread } = useAnswers();
  const name = shape?.name ?? null;
  const asked = useMemo(() => (name && at ? { name, at } : null), [name, at]);
  const { answered } = useQuestion({ thread, view }, "why", asked);
  useLayer(
    () =>
      asked && answered?.answer ? { ray: { ...answered.question.at, crossings: answered.answer.crossings } } : null,
    [asked, answered],
  );
}
