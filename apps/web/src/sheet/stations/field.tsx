import { Button, InputNumber } from "antd";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import { appendedLine, freshName } from "../script/append";
import { useQuestion } from "../use-question";
import type { StationProps } from "./context";
import { Empty, Facts, Panel } from "./panel";

interface Props extends StationProps {
  interval: number;
  onInterval(interval: number): void;
}

/** The signed distance everywhere: contours on the plan, and the values on the sheet's own grid. */
export function FieldStation({ view, thread, shape, chosen, interval, onInterval, onEdit }: Props) {
  const fields = view.definitions.flatMap(({ name, value }) => (value?.type === "field" ? [{ name, value }] : []));
  const field = fields.find(({ name }) => name === chosen) ?? fields.find(({ value }) => value.shape === shape?.name);
  const name = field?.name;
  const { answered } = useQuestion(thread, name ? { view, name } : null, (service, asked) =>
    service.fieldSummary(asked.name),
  );
  const summary = answered?.answer ?? null;
  const add = () =>
    onEdit((current, script) =>
      appendedLine(script, `${freshName(current, "distances")} = field(${shape?.name}, cell: 1)`),
    );
  return (
    <Panel
      title="Field"
      about={shape && `distance to ${shape.name}`}
      aside={
        <span className="inline-field">
          contours every
          <InputNumber
            size="small"
            min={0.01}
            value={interval}
            onChange={(value) => value && value > 0 && onInterval(value)}
            aria-label="contours every"
          />
        </span>
      }
    >
      {!shape && <Empty>No shape to measure from yet.</Empty>}
      {shape && (
        <p className="quiet">
          Negative inside, 0 on the boundary. The pointer's foot-line runs to the nearest edge of {shape.name}.
        </p>
      )}
      {field && (
        <Facts
          rows={[
            [
              "field",
              <span key="n" className="mono">
                {field.name}
              </span>,
            ],
            ["samples", `${fixed(field.value.columns, 0)} × ${fixed(field.value.rows, 0)} at cell centres`],
            ["cell", <Figure key="c" value={field.value.cell} decimals={3} unit={view.plan.unit} />],
            [
              "reach",
              Number.isFinite(field.value.reach) ? (
                <Figure key="r" value={field.value.reach} decimals={1} />
              ) : (
                "no limit"
              ),
            ],
            ["least value", summary ? <Figure key="l" value={summary.least} /> : "…", "field-least"],
            ["greatest value", summary ? <Figure key="g" value={summary.greatest} /> : "…", "field-greatest"],
          ]}
        />
      )}
      {shape && !field && (
        <>
          <Empty>The script defines no field of {shape.name}. The plan shows its distance anyway.</Empty>
          <Button onClick={add}>Define a field of {shape.name}</Button>
        </>
      )}
    </Panel>
  );
}
