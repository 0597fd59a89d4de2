import { type Path, polygonPath } from "@vertexon/geometry";
import { flattenEdits } from "@vertexon/notation";
import { Button, Table } from "antd";
import { useMemo } from "react";
import { fixed } from "@/format/numbers";
import type { FlatteningView } from "@/worker/questions/flattening";
import { useEdits } from "../../model/edits";
import { useLayer } from "../../model/layers";
import type { NamedShape } from "../../model/scene";
import { FlatPicture } from "./flat-picture";
import { argumentsOf } from "./own-way";

/** What a way of flattening made of a shape. */
export interface Kept {
  shape: string;
  args: string;
  figures: number[];
  outline: Path;
}

const FIGURES: [label: string, decimals: number][] = [
  ["vertices", 0],
  ["greatest error", 6],
  ["mean error", 6],
  ["area error", 4],
  ["bytes, 32 bit", 0],
];

/** Keeps the present setting as A; whatever is set afterwards is B, beside it in figures and over it on the plan. */
export function Compare({
  shape,
  flattening,
  a,
  yDown,
  onKeep,
}: {
  shape: NamedShape;
  flattening: FlatteningView;
  a: Kept | null;
  yDown: boolean;
  onKeep(a: Kept | null): void;
}) {
  const { edit } = useEdits();
  const b = useMemo(() => keptOf(shape, flattening), [shape, flattening]);
  const shown = a?.shape === shape.name ? a : null;
  useLayer(() => shown && { ghosts: [{ path: shown.outline, lit: false }] }, [shown]);
  if (!shown)
    return (
      <div className="compare">
        <Button size="small" onClick={() => onKeep(b)}>
          Keep this setting as A
        </Button>
        <p className="quiet">Then change it: both stand side by side, and A is dotted on the plan.</p>
      </div>
    );
  const takeA = () =>
    edit((current, script) => {
      const definition = current.definitions.find(({ name }) => name === shape.definition);
      return definition ? flattenEdits(script, definition.span, shown.args) : null;
    });
  return (
    <div className="compare" data-testid="compare">
      <div className="compare-pictures">
        <FlatPicture outline={shown.outline} label={`A: ${shown.args}`} yDown={yDown} />
        <FlatPicture outline={b.outline} label={`B: ${b.args}`} yDown={yDown} />
      </div>
      <Table
        size="small"
        pagination={false}
        rowKey="label"
        dataSource={FIGURES.map(([label, decimals], i) => ({ label, decimals, a: shown.figures[i], b: b.figures[i] }))}
        columns={[
          { title: "", dataIndex: "label" },
          { title: `A: ${shown.args}`, align: "right", render: (_, row) => fixed(row.a, row.decimals) },
          { title: `B: ${b.args}`, align: "right", render: (_, row) => fixed(row.b, row.decimals) },
          { title: "B − A", align: "right", render: (_, row) => fixed(row.b - row.a, row.decimals) },
        ]}
      />
      <div className="compare-buttons">
        <Button size="small" disabled={shown.args === b.args} onClick={takeA}>
          Take A again
        </Button>
        <Button size="small" disabled={shown.args === b.args} onClick={() => onKeep(b)}>
          Keep B as A
        </Button>
        <Button size="small" onClick={() => onKeep(null)}>
          Stop comparing
        </Button>
      </div>
    </div>
  );
}

function keptOf({ name, shape }: NamedShape, { options, mean, areaError }: FlatteningView): Kept {
  return {
    shape: name,
    args: argumentsOf(options),
    figures: [shape.vertices, shape.error, mean, areaError, 8 * shape.vertices],
    outline: { subpaths: shape.subpaths.flatMap(({ vertices, closed }) => polygonPath(vertices, closed).subpaths) },
  };
}
