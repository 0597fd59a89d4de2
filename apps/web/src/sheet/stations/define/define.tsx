import { arcReadings } from "@vertexon/notation";
import { Tabs } from "antd";
import { useMemo, useState } from "react";
import { plural } from "@/format/numbers";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useDistanceLayer } from "../../model/distance-layer";
import { useField } from "../../model/use-field";
import { NumberSlider } from "../parts/number-slider";
import { Panel } from "../parts/panel";
import { AroundCentre } from "./around-centre";
import { BoxSizes } from "./box-sizes";
import { Measures } from "./measures";
import { NoShape } from "./no-shape";
import { PictureSettings } from "./picture-settings";
import { Readings } from "./readings";
import { Travel } from "./travel";
import { VertexActions } from "./vertex-actions";
import { Vertices } from "./vertices";
import "./define.css";

/** The numbers of the script that have a range, and the chosen shape from all sides. */
export function DefinePanel() {
  const { view, script } = useAnswers();
  const { shape } = useChoice();
  const { name, isComposed } = useField();
  const distance = isComposed ? name : null;
  useDistanceLayer(distance);
  const [tab, setTab] = useState("vertices");
  const sliders = view.definitions.filter(({ number }) => number?.least != null && number.greatest != null);
  const span = view.definitions.find(({ name }) => name === shape?.definition)?.span;
  const statement = span ? script.slice(span.from, span.to) : "";
  const readings = useMemo(() => arcReadings(statement), [statement]);
  const shown = tab === "readings" && readings.length === 0 ? "vertices" : tab;
  const begins = tab === "picture" ? tab : "shapes";
  return (
    <Panel title="Define" about={shape?.name} aside={shape && plural(shape.shape.subpaths.length, "subpath")}>
      {sliders.map((definition) => (
        <NumberSlider key={definition.name} definition={definition} />
      ))}
      {!shape && (
        <Tabs
          size="small"
          activeKey={begins}
          onChange={(next) => setTab(next === "shapes" ? "vertices" : next)}
          destroyOnHidden
          items={[
            { key: "shapes", label: "Shapes", children: <NoShape distance={distance} /> },
            { key: "picture", label: "Picture", children: <PictureSettings /> },
          ]}
        />
      )}
      {shape && span && (
        <>
          <VertexActions shape={shape} />
          <Tabs
            size="small"
            activeKey={shown}
            onChange={setTab}
            destroyOnHidden
            items={[
              { key: "vertices", label: "Vertices", children: <Vertices shape={shape} /> },
              {
                key: "travel",
                label: "Travel",
                children: <Travel shape={shape} span={span} statement={statement} />,
              },
              { key: "around", label: "Angles", children: <AroundCentre shape={shape} /> },
              ...(readings.length
                ? [
                    {
                      key: "readings",
                      label: "Readings",
                      children: <Readings shape={shape} span={span} statement={statement} readings={readings} />,
                    },
                  ]
                : []),
              { key: "measures", label: "Measures", children: <Measures shape={shape} /> },
              { key: "box", label: "Box sizes", children: <BoxSizes shape={shape} /> },
              { key: "picture", label: "Picture", children: <PictureSettings /> },
            ]}
          />
        </>
      )}
    </Panel>
  );
}
