import { type ComponentProps, useMemo, useSyncExternalStore } from "react";
import { PartBoundary } from "@/client/part-boundary";
import { useLive } from "../model/answers";
import { useChoice } from "../model/choice";
import { shapeInQuestion } from "../model/scene";
import { Plan } from "./plan";

/** The plan of the newest evaluation: it follows each of them, and nothing around it has to. */
export function LivePlan(props: Omit<ComponentProps<typeof Plan>, "view" | "shape">) {
  const live = useLive();
  const now = useSyncExternalStore(
    live.subscribe,
    () => live.current,
    () => null,
  );
  const { chosen } = useChoice();
  const { isCombined } = props.how;
  const shape = useMemo(() => now && shapeInQuestion(now.view, chosen, isCombined), [now, chosen, isCombined]);
  if (!now) return <div className="plan-waiting">Evaluating the script …</div>;
  return (
    <PartBoundary part="the plan" about={now.view}>
      <Plan {...props} view={now.view} shape={shape} />
    </PartBoundary>
  );
}
