import { Tabs } from "antd";
import { useState } from "react";
import { fixed } from "@/format/numbers";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { Empty, Panel } from "../parts/panel";
import { counts, pointsOf } from "./point-set";
import { Points } from "./points";
import { usePointsFile } from "./use-points-file";
import "./probe.css";

/** Where points lie: those of the script, or of a file. */
export function ProbePanel() {
  const { view } = useAnswers();
  const { shape } = useChoice();
  const [tab, setTab] = useState("points");
  const file = usePointsFile(shape?.name ?? null);
  const set = file.set ?? pointsOf(view);
  const { all, inside } = counts(set);
  return (
    <Panel title="Probe" about={shape?.name} aside={all ? `${fixed(inside, 0)} of ${fixed(all, 0)} inside` : undefined}>
      {!shape && <Empty>No shape to ask yet.</Empty>}
      {shape && (
        <Tabs
          size="small"
          tabBarGutter={14}
          destroyOnHidden
          activeKey={tab}
          onChange={setTab}
          items={[{ key: "points", label: "Points", children: <Points set={set} file={file} /> }]}
        />
      )}
    </Panel>
  );
}
