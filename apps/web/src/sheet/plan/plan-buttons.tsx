import { Checkbox, Popover } from "antd";
import { memo } from "react";
import type { SnapSettings } from "./snap";

interface Props {
  /** Pixels a plan unit; null until the plan has its size. */
  scale: number | null;
  /** How far apart contours are; null without any. */
  interval: number | null;
  /** Whether an outline is being clicked; null where the station does not offer it. */
  drawing: boolean | null;
  onOutline(): void;
  snapping: SnapSettings;
  onSnapping(settings: SnapSettings): void;
  onZoom(factor: number): void;
  onFit(): void;
}

const TARGETS: [keyof SnapSettings, string][] = [
  ["grid", "Grid lines"],
  ["vertices", "Vertices, points and centres"],
  ["edges", "Edges"],
  ["angles", "Whole angles: every 15°"],
];

export const PlanButtons = memo(function PlanButtons(props: Props) {
  const { scale, interval, drawing, onOutline, snapping, onSnapping, onZoom, onFit } = props;
  const chosen = TARGETS.filter(([key]) => snapping[key]);
  return (
    <div className="plan-buttons">
      {drawing !== null && (
        <button type="button" aria-pressed={drawing} onClick={onOutline}>
          {drawing ? "Cancel outline" : "Click an outline"}
        </button>
      )}
      <Popover
        trigger="click"
        placement="topRight"
        title="What is dragged or clicked snaps to"
        content={
          <div className="snap-targets">
            {TARGETS.map(([key, label]) => (
              <Checkbox
                key={key}
                checked={snapping[key]}
                onChange={({ target }) => onSnapping({ ...snapping, [key]: target.checked })}
              >
                {label}
              </Checkbox>
            ))}
            <span className="quiet">Hold Alt to move freely.</span>
          </div>
        }
      >
        <button type="button" aria-pressed={chosen.length > 0}>
          {chosen.length ? `Snaps: ${chosen.length}` : "Snap"}
        </button>
      </Popover>
      <button type="button" onClick={() => onZoom(1.25)} title="Zoom in (+)" aria-label="Zoom in">
        +
      </button>
      <button type="button" onClick={() => onZoom(0.8)} title="Zoom out (−)" aria-label="Zoom out">
        −
      </button>
      <button type="button" onClick={onFit} title="The whole plan in view (Home)">
        Fit
      </button>
      {interval !== null && (
        <span className="quiet">
          contours every <span className="mono">{Number(interval.toPrecision(3))}</span> ·
        </span>
      )}
      {scale !== null && <span className="mono quiet">×{Number(scale.toPrecision(3))}</span>}
    </div>
  );
});
