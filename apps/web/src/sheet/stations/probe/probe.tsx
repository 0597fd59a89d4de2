import { Select, Tabs } from "antd";
import { useEffect, useState } from "react";
import { fixed } from "@/format/numbers";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { type Place, useLayer } from "../../model/layers";
import { shapesOf } from "../../model/scene";
import { Empty, Panel } from "../parts/panel";
import { Aim } from "./aim";
import { Carry } from "./carry";
import { CheckMine } from "./check-mine";
import { FileOfPoints } from "./file-of-points";
import { counts, pointsOf } from "./point-set";
import { Points } from "./points";
import { usePointsFile } from "./use-points-file";
import { WhatIf } from "./what-if";
import { useRay, Why } from "./why";
import "./probe.css";

/** Where points lie: those of the script, or of a file; and why, and what if. */
export function ProbePanel() {
  const { view } = useAnswers();
  const { shape, choose } = useChoice();
  const [tab, setTab] = useState("points");
  const [hasRay, setRay] = useState(false);
  const [at, setAt] = useState<Place | null>(null);
  const file = usePointsFile(shape?.name ?? null);
  const set = file.file ? file.set : pointsOf(view);
  const { all, inside } = set ? counts(set) : { all: 0, inside: 0 };
  const follows = hasRay || tab === "why";
  useLayer(() => (follows ? { onHover: setAt } : null), [follows]);
  const cloud = tab === "points" ? null : (file.set?.points ?? null);
  useLayer(() => (cloud ? { cloud: { points: cloud, rows: null } } : null), [cloud]);
  useRay(hasRay ? at : null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isTyped = event.target instanceof HTMLElement && event.target.closest("input, textarea, [contenteditable]");
      if (event.key.toLowerCase() === "r" && !isTyped && !event.ctrlKey && !event.metaKey && !event.altKey)
        setRay((before) => !before);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  const items = [
    { key: "points", label: "Points", children: set ? <Points set={set} file={file} /> : <FileOfPoints file={file} /> },
    { key: "why", label: "Why", children: <Why at={at} hasRay={hasRay} onRay={setRay} /> },
    { key: "carry", label: "Carry", children: <Carry /> },
    { key: "aim", label: "Aim", children: <Aim /> },
    { key: "what-if", label: "What if", children: set ? <WhatIf set={set} /> : <FileOfPoints file={file} /> },
    { key: "check", label: "Check mine", children: <CheckMine file={file} /> },
  ];
  return (
    <Panel
      title="Probe"
      about={
        shape && (
          <Select
            size="small"
            showSearch
            value={shape.name}
            options={shapesOf(view).map(({ name }) => ({ value: name, label: name }))}
            onChange={choose}
            popupMatchSelectWidth={false}
            aria-label="shape that is asked"
          />
        )
      }
      aside={all ? `${fixed(inside, 0)} of ${fixed(all, 0)} inside` : undefined}
    >
      {!shape && <Empty>No shape to ask yet.</Empty>}
      {shape && <Tabs size="small" tabBarGutter={14} destroyOnHidden activeKey={tab} onChange={setTab} items={items} />}
    </Panel>
  );
}
