import { Tabs } from "antd";
import { useState } from "react";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useLongQuestion } from "../../model/use-question";
import { Panel, Pending } from "../parts/panel";
import { Chain } from "./chain";
import { type Choice, Choose } from "./choose";
import { Cutter } from "./cutter";
import { Intersections } from "./intersections";
import { Operations, shorten } from "./operations";
import { Regions } from "./regions";
import "./combine.css";

type Tab = "choose" | "operations" | "regions" | "intersections" | "cut";

/**
 * Shapes combined with each other: operands chosen by clicks, a combined shape's operands under all four operations, its
 * rings, the regions to compose another one from, and a cutter.
 */
export function CombinePanel() {
  const { view, thread } = useAnswers();
  const { shape } = useChoice();
  const [asked, setAsked] = useState<Tab>("operations");
  const combination = shape?.shape.combination ?? null;
  const name = combination ? shape?.name : null;
  const [ownChoice, setOwnChoice] = useState<Choice | null>(null);
  const choice = ownChoice ?? startOf(shape?.name ?? null);
  const { answered, problem } = useLongQuestion({ thread, view }, "combination", name ? { name } : null);
  const answer = answered?.answer ?? null;
  const own = combination && !answer ? <Pending problem={problem}>Combining …</Pending> : null;
  // What asks for a combined shape is there when there is one.
  const tab: Tab = combination || asked === "cut" ? asked : "choose";
  const [first, second] = answer?.labels ?? ["", ""];
  const others = (combination?.operands.length ?? 0) > 2 ? `(${shorten(second)})` : shorten(second);
  const about =
    combination && shape ? `${shape.name} = ${shorten(first)} ${combination.operation} ${others}` : shape?.name;
  return (
    <Panel title="Combine" about={about}>
      <Chain
        onFurther={(result) => {
          setOwnChoice(startOf(result));
          setAsked("choose");
        }}
      />
      <Tabs
        size="small"
        tabBarGutter={14}
        destroyOnHidden
        activeKey={tab}
        onChange={(key) => setAsked(key as Tab)}
        items={[
          ...(combination
            ? [
                {
                  key: "operations",
                  label: "Operations",
                  children: own ?? (answer && <Operations answer={answer} />),
                },
                { key: "regions", label: "Regions", children: <Regions /> },
                {
                  key: "intersections",
                  label: "Intersections",
                  children: own ?? (answer && <Intersections answer={answer} />),
                },
              ]
            : []),
          { key: "choose", label: "Choose", children: <Choose choice={choice} onChoice={setOwnChoice} /> },
          { key: "cut", label: "Cut", children: <Cutter key={shape?.name} /> },
        ]}
      />
    </Panel>
  );
}

/** What is in question is the first operand of what comes next. */
function startOf(name: string | null): Choice {
  return { operands: name ? [{ name, fillRule: null }] : [], operation: "union" };
}
