import { Button, InputNumber, Tabs } from "antd";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { useKept } from "../../model/kept";
import { useLayer } from "../../model/layers";
import { useQuestion } from "../../model/use-question";
import { Empty, Facts, Panel } from "../parts/panel";
import { March } from "./march";
import { Section } from "./section";
import "./field.css";

/** The signed distance everywhere: contours on the plan, and the values on the sheet's own grid. */
export function FieldPanel() {
  const { view, thread } = useAnswers();
  const { shape, chosen } = useChoice();
  const { edit } = useEdits();
  const fields = view.definitions.flatMap(({ name, value }) => (value?.type === "field" ? [{ name, value }] : []));
  const field = fields.find(({ name }) => name === chosen) ?? fields.find(({ value }) => value.shape === shape?.name);
  const name = field?.name;
  const [ownInterval, setInterval] = useKept<number | null>("contours every", null);
  const reach = field?.value.reach ?? Number.POSITIVE_INFINITY;
  const interval = ownInterval ?? niceInterval(reach, view);
  useLayer(() => ({ contours: { interval, reach } }), [interval, reach]);
  const { answered } = useQuestion({ thread, view }, "fieldSummary", name ? { name } : null);
  const summary = answered?.answer ?? null;
  const add = () =>
    edit((current, script) =>
      appendedLine(script, `${freshName(current, "distances")} = field(${shape?.name}, cell: 1)`),
    );
  const samples = (
    <>
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
    </>
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
            onChange={(value) => value && value > 0 && setInterval(value)}
            aria-label="contours every"
          />
        </span>
      }
    >
      {!shape && <Empty>No shape to measure from yet.</Empty>}
      {shape && (
        <Tabs
          size="small"
          tabBarGutter={14}
          destroyOnHidden
          items={[
            { key: "samples", label: "Samples", children: samples },
            { key: "section", label: "Section", children: <Section /> },
            { key: "march", label: "March", children: <March /> },
          ]}
        />
      )}
    </Panel>
  );
}

/** Contours a quarter of the reach apart, or about a twentieth of the plan in a round number. */
function niceInterval(reach: number, { plan }: SheetView): number {
  if (Number.isFinite(reach)) return reach / 4;
  const size = Math.min(plan.width, plan.height);
  const power = 10 ** Math.floor(Math.log10(size / 20));
  return ([1, 2, 5, 10].find((factor) => factor * power >= size / 20) ?? 10) * power;
}
