import type { PlanSettings } from "@vertexon/notation";
import { fixed } from "@/format/numbers";
import { planDigits } from "@/format/plan-digits";
import type { Inspected } from "./use-inspection";

interface Props {
  plan: PlanSettings;
  at: { x: number; y: number } | null;
  inspected: Inspected | null;
  decimals: number;
  /** Whether the gradient of the distance is of interest. */
  isField: boolean;
  onFlip(): void;
}

/** Coordinates under the pointer, and what the chosen shape says of that place. */
export function CursorStrip({ plan, at, inspected, decimals, isField, onFlip }: Props) {
  const inspection = inspected?.answer;
  // With the gradient there is no room for shares.
  const share = (value: number, size: number) =>
    isField && inspection ? undefined : `${fixed((100 * value) / size, 0)}%`;
  return (
    <div className="cursor-strip" data-testid="cursor-strip">
      {at ? (
        <>
          <Item label="x" value={fixed(at.x, decimals)} extra={share(at.x - plan.x, plan.width)} />
          <Item label="y" value={fixed(at.y, decimals)} extra={share(at.y - plan.y, plan.height)} />
        </>
      ) : (
        <span className="quiet">Point at the plan: wheel to zoom, drag to move it</span>
      )}
      {at && inspected && inspection && (
        <>
          <span className="strip-item strip-rest strip-side" title={inspected.question.name}>
            <span className="quiet">side</span> <strong data-testid="strip-side">{inspection.side}</strong>{" "}
            {inspected.question.name}
          </span>
          {inspection.disputed !== null && (
            <span className="strip-item" title={`winding number ${inspection.disputed}: see Why in Probe`}>
              <span className="quiet">nonzero</span> <strong>inside</strong> <span className="quiet">evenodd</span>{" "}
              <strong data-testid="strip-evenodd">outside</strong>
            </span>
          )}
          <Item
            label="distance"
            value={fixed(inspection.distance, planDigits(plan).length + 1)}
            testId="strip-distance"
          />
          {inspection.edge >= 0 && <Item label="edge" value={`${inspection.ring + 1}·${inspection.edge}`} />}
          {isField && (
            <Item
              label="∇"
              value={`${fixed(inspection.gradient.x, 2)}, ${fixed(inspection.gradient.y, 2)}`}
              testId="strip-gradient"
            />
          )}
          {inspection.within.length > 0 && (
            <span className="strip-item strip-rest" title={`also inside ${inspection.within.join(", ")}`}>
              <span className="quiet">also in</span> {inspection.within.join(", ")}
            </span>
          )}
        </>
      )}
      <span className="strip-end">
        <button type="button" className="strip-flip" title="Turn the plan's y axis round" onClick={onFlip}>
          <span className="quiet">y</span> <span className="mono">{plan.yDown ? "down" : "up"}</span>
        </button>
        <span className="quiet"> · unit</span> <span className="mono">{plan.unit}</span>
      </span>
    </div>
  );
}

function Item({ label, value, extra, testId }: { label: string; value: string; extra?: string; testId?: string }) {
  return (
    <span className="strip-item">
      <span className="quiet">{label}</span>{" "}
      <span className="mono" data-testid={testId}>
        {value}
      </span>
      {extra && <span className="quiet mono"> {extra}</span>}
    </span>
  );
}
