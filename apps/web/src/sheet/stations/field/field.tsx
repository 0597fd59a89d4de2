import { Button, Select, Tabs } from "antd";
import { useState } from "react";
import { roundUp } from "@/format/round-up";
import { stepOf } from "@/format/step";
import type { FieldAspect } from "@/worker/questions/field-picture";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useChoice } from "../../model/choice";
import { usualContours } from "../../model/distance-layer";
import { useEdits } from "../../model/edits";
import { useKept } from "../../model/kept";
import { useLayer } from "../../model/layers";
import { distancesOf, shapesOf } from "../../model/scene";
import { useField } from "../../model/use-field";
import { Empty, Panel } from "../parts/panel";
import { CheckField } from "./check-field";
import { March } from "./march";
import { NumbersBehind } from "./numbers-behind";
import { Samples } from "./samples";
import { Section } from "./section";
import { WorthOf } from "./worth";
import "./field.css";
import { NumberField } from "../parts/number-field";

/** The signed distance everywhere: contours on the plan, what it is worth, and its values on the sheet's own grids. */
export function FieldPanel() {
  const { view } = useAnswers();
  const { edit } = useEdits();
  const { choose } = useChoice();
  const { name, definition, isComposed, shape, sampled } = useField();
  const [aspect, setAspect] = useState<FieldAspect>("values");
  const [tab, setTab] = useState<string | null>(null);
  const [ownInterval, setInterval] = useKept<number | null>("contours every", null);
  const [level, setLevel] = useState(0);
  const { reach, interval: usual } = usualContours(view, sampled);
  const interval = ownInterval ?? usual;
  const active = tab ?? (isComposed ? "worth" : "samples");
  const shown = active === "worth" ? aspect : "values";
  useLayer(
    () => ({ contours: { interval, reach, of: isComposed && name ? name : undefined, aspect: shown } }),
    [interval, reach, isComposed, name, shown],
  );
  const append = (wanted: string, text: string) =>
    edit((current, script) => appendedLine(script, `${freshName(current, wanted)} = ${text}`));
  const measureLines = () => {
    const lines = freshName(view, "from_lines");
    append(lines, `distance(${name}, curves: yes)`);
    choose(lines);
  };
  const toShape = (
    <div className="field-row field-to-shape">
      <span className="quiet">contour at</span>
      <NumberField
        step={stepOf(10 * interval)}
        value={level}
        onChange={(next) => next !== null && setLevel(next)}
        aria-label="contour at"
      />
      <Button size="small" onClick={() => append("level", `contour(${name}, at: ${level})`)}>
        Make it a shape
      </Button>
    </div>
  );
  const samples = (
    <>
      <p className="quiet">
        Negative inside, 0 on the boundary. The pointer's foot-line is as long as its number: where that is the exact
        distance, it ends at the nearest place of the outline.
      </p>
      {sampled && <Samples name={sampled} />}
      {!sampled && (
        <>
          <p className="quiet">The script samples no field of {name}. The plan shows its distance anyway.</p>
          <Button onClick={() => append("distances", `field(${name}, cell: ${usualCell(view)})`)}>
            Define a field of {name}
          </Button>
        </>
      )}
      {toShape}
    </>
  );
  const worth = name && {
    key: "worth",
    label: "Worth",
    children: <WorthOf name={name} aspect={aspect} onAspect={setAspect} />,
  };
  return (
    <Panel
      title="Field"
      about={
        name && (
          <Select
            size="small"
            showSearch
            value={name}
            options={fieldsToChoose(view)}
            onChange={choose}
            popupMatchSelectWidth={false}
            aria-label="field that is shown"
          />
        )
      }
      aside={
        <span
          className="inline-field"
          title="Zoomed far in or out, the plan shows others: it says which beside its zoom."
        >
          contours every
          <NumberField
            min={0}
            value={interval}
            onChange={(next) => next && setInterval(next)}
            aria-label="contours every"
          />
        </span>
      }
    >
      {isComposed && definition && <NumbersBehind name={definition} />}
      {!name && <Empty>No shape to measure from yet.</Empty>}
      {name && shape?.polygons.length === 0 && (
        <Empty>
          {shape.vertices === 0 ? (
            `${name} is empty: nothing is any distance from it.`
          ) : (
            <>
              {name} encloses nothing, so it has no boundary to measure from.{" "}
              <Button size="small" onClick={measureLines}>
                Measure from its lines
              </Button>
            </>
          )}
        </Empty>
      )}
      {name && shape?.polygons.length !== 0 && (
        <Tabs
          size="small"
          tabBarGutter={14}
          destroyOnHidden
          activeKey={active}
          onChange={setTab}
          items={[
            // What is composed is asked first what it is worth.
            ...(worth && isComposed ? [worth] : []),
            { key: "samples", label: "Samples", children: samples },
            ...(worth && !isComposed ? [worth] : []),
            { key: "section", label: "Section", children: <Section /> },
            { key: "march", label: "March", children: <March /> },
            { key: "check", label: "Check mine", children: <CheckField name={sampled ?? name} /> },
          ]}
        />
      )}
    </Panel>
  );
}

/** What the script composed, and the distances to shapes, which need not be written. */
function fieldsToChoose(view: SheetView) {
  const composed = distancesOf(view).map(({ name }) => ({ value: name, label: name }));
  const shapes = shapesOf(view).map(({ name }) => ({ value: name, label: `distance to ${name}` }));
  return [...composed, ...shapes];
}

/** Some hundreds of cells along the plan's longer side. */
function usualCell({ plan: { width, height } }: SheetView): number {
  return roundUp(Math.max(width, height) / 400).rounded;
}
