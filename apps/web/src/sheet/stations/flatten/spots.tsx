import { Button } from "antd";
import { useEffect, useState } from "react";
import { fixed } from "@/format/numbers";
import type { Spot } from "@/worker/views";
import type { StationProps } from "../context";

/** The worst spots one after the other: edge, curve and distance in numbers, marked on the plan. */
export function Spots({ spots, onOverlay }: { spots: readonly Spot[] } & Pick<StationProps, "onOverlay">) {
  const [asked, setAsked] = useState(0);
  const at = Math.min(asked, spots.length - 1);
  const spot = spots[at];
  useEffect(() => {
    onOverlay(asked > 0 && spot ? { spot } : {});
    return () => onOverlay({});
  }, [asked, spot, onOverlay]);
  if (!spot) return null;
  const place = (x: number, y: number): string => `(${fixed(x, 3)}, ${fixed(y, 3)})`;
  return (
    <div className="spots">
      <Button size="small" disabled={at === 0} onClick={() => setAsked(at - 1)}>
        previous
      </Button>
      <Button size="small" disabled={at === spots.length - 1} onClick={() => setAsked(at + 1)}>
        next worst
      </Button>
      <span className="mono" data-testid="spot">
        {at + 1} of {spots.length}: {fixed(spot.deviation, 6)}
      </span>
      <span className="mono quiet">
        curve {place(spot.curveX, spot.curveY)} edge {place(spot.x, spot.y)}
      </span>
    </div>
  );
}
