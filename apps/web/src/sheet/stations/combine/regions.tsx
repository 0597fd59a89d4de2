import { Button, Table } from "antd";
import { useMemo, useState } from "react";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import { usePlanDigits } from "@/format/plan-digits";
import { tones } from "@/theme/tokens";
import type { RegionsView } from "@/worker/questions/regions";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { useLayer } from "../../model/layers";
import { useLongQuestion, useQuestion } from "../../model/use-question";
import { Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";

/** As many regions as numbers have bits to tell their sets apart. */
const MOST_REGIONS = 31;

/**
 * Every region of the overlapping operands with its area and the shapes that it lies in. Regions are chosen by a click, on
 * the plan or in the list; the shortest expression that selects them is written into the script.
 */
export function Regions() {
  const { view, thread, moving } = useAnswers();
  const { shape } = useChoice();
  const { edit } = useEdits();
  const name = shape?.name ?? null;
  const resting = useResting(view, moving);
  const { answered, problem } = useLongQuestion({ thread, view: resting }, "regions", name ? { name } : null);
  const answer = answered?.answer ?? null;
  const digits = usePlanDigits();
  const [picked, setPicked] = useState<{ of: string; keys: string[] } | null>(null);
  const chosen = useMemo(
    () => (answer && name ? chosenOf(answer, picked?.of === name ? picked.keys : null) : []),
    [answer, picked, name],
  );
  useLayer(() => {
    if (!answer || !name) return null;
    const toggle = (i: number) => {
      const next = chosen.includes(i) ? chosen.filter((k) => k !== i) : [...chosen, i];
      setPicked({ of: name, keys: next.map((k) => keyOf(answer, k)) });
    };
    return {
      regions: answer.regions.map(({ polygons }, i) => ({
        polygons,
        tone: tones[i % tones.length],
        isChosen: chosen.includes(i),
      })),
      onPlace: (x, y) => {
        // The operands that hold a place tell which region it is.
        const toggleIn = (inside: number[] | null): void => {
          const at = answer.regions.findIndex((region) => `${region.inside}` === `${inside}`);
          if (at >= 0) toggle(at);
        };
        thread.ask(null, "operandsAt", { name, x, y }).then(toggleIn, () => undefined);
        return true;
      },
    };
  }, [thread, answer, name, chosen]);
  const wanted = useMemo(() => {
    if (!answer || answer.regions.length > MOST_REGIONS) return null;
    const names = answer.labels.map((label) => (/^\w+(?:\.at\(\d+\))*$/.test(label) ? label : `(${label})`));
    return { names, keys: answer.regions.map(({ inside }) => ({ inside })), wanted: chosen };
  }, [answer, chosen]);
  const { answered: found } = useQuestion({ thread, view: null }, "compose", wanted);
  // An answer about another choice is not shown, let alone written.
  const composed = found?.question.wanted === chosen ? found.answer : null;
  const expression = composed?.expression ?? null;
  if (!answer || !name) return <Pending problem={problem}>Finding the regions …</Pending>;
  if (answer.regions.length > MOST_REGIONS)
    return <p className="panel-empty">{answer.regions.length} regions are too many to choose from.</p>;
  const area = chosen.reduce((sum, i) => sum + answer.regions[i].area, 0);
  const write = () =>
    edit((current, script) =>
      expression ? appendedLine(script, `${freshName(current, "picked")} = ${expression}`) : null,
    );
  return (
    <>
      <div className="regions-written">
        <code className="mono" data-testid="regions-expression">
          {expression ?? (chosen.length ? "looking for the shortest expression …" : "nothing is chosen")}
        </code>
        <Button size="small" type="primary" disabled={!expression} onClick={write}>
          Write it
        </Button>
      </div>
      <p className="quiet">
        Click regions, on the plan or here, to choose them. Chosen: {chosen.length} of {answer.regions.length},{" "}
        <span className="mono" data-testid="regions-area">
          {fixed(area, digits.area + 2)}
        </span>{" "}
        in area.
        {expression && !composed?.isFewest && " The expression is right, though there may be a shorter one."}
      </p>
      <Table
        size="small"
        pagination={false}
        rowKey="key"
        scroll={{ y: 220 }}
        dataSource={answer.regions.map((region, i) => ({ ...region, i, key: keyOf(answer, i) }))}
        rowClassName={({ i }) => (chosen.includes(i) ? "row-chosen" : "row-choosable")}
        rowSelection={{
          selectedRowKeys: chosen.map((i) => keyOf(answer, i)),
          onChange: (keys) => setPicked({ of: name, keys: keys.map(String) }),
        }}
        columns={[
          {
            title: "",
            width: 34,
            render: (_, { i }) => <span className="region-tone" style={{ background: tones[i % tones.length] }} />,
          },
          { title: "in", ellipsis: true, render: (_, { inside }) => inside.map((k) => answer.labels[k]).join(", ") },
          { title: "pieces", align: "right", width: 64, render: (_, { polygons }) => polygons.length },
          {
            title: "area",
            align: "right",
            width: 110,
            render: (_, region) => <Figure value={region.area} of="area" />,
          },
        ]}
      />
    </>
  );
}

function keyOf({ regions }: RegionsView, i: number): string {
  return regions[i].inside.join();
}

/** The regions that were picked; at first those of the shape as it is. */
function chosenOf(view: RegionsView, keys: readonly string[] | null): number[] {
  return view.regions.flatMap((region, i) => ((keys ? keys.includes(keyOf(view, i)) : region.isTaken) ? [i] : []));
}
