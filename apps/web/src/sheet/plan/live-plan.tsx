import { type ComponentProps, useMemo, useSyncExternalStore } from "react";
import { PartBoundary } from "@/client/part-boundary";
import type { Live } from "../use-evaluation";
import { Plan } from "./plan";
import { shapeInQuestion } from "./scene";

type Props = Omit<ComponentProps<typeof Plan>, "view" | "shape"> & { live: Live };

/** The plan of the newest evaluation: it follows each of them, and nothing around it has to. */
export function LivePlan({ live, ...props }: Props) {
  const now = useSyncExternalStore(
    live.subscribe,
    () => live.current,
    () => null,
  );
  const { chosen, station } = props;
  const shape = useMemo(() => now && shapeInQuestion(now.view, chosen, station), [now, chosen, station]);
  if (!now) return <div className="plan-waiting">Evaluating the script …</div>;
  return (
    <PartBoundary part="the plan" about={now.view}>
      <Plan {...props} view={now.view} shape={shape} />
    </PartBoundary>
  );
}
