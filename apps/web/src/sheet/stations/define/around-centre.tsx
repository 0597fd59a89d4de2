import { Table } from "antd";
import { useMemo, useState } from "react";
import { Figure } from "@/format/figure";
import { stepAcross } from "@/format/step";
import { useAnswers } from "../../model/answers";
import { useLayer, useLight } from "../../model/layers";
import type { NamedShape } from "../../model/scene";
import { NumberField } from "../parts/number-field";

/** More rays than this would be a filled disc. */
const MOST_RAYS = 200;

/** Every corner as seen from a centre: its direction in all three units, with equal angles side by side. */
export function AroundCentre({ shape: { shape } }: { shape: NamedShape }) {
  const { view } = useAnswers();
  const light = useLight();
  const [own, setOwn] = useState<{ x: number; y: number } | null>(null);
  const centre = own ?? shape.centre;
  const rows = useMemo(
    () =>
      shape.corners.flatMap((c, subpath) =>
        Array.from({ length: c.length / 2 }, (_, index) => {
          const [dx, dy] = [c[2 * index] - centre.x, c[2 * index + 1] - centre.y];
          const radians = Math.atan2(dy, dx);
          return { key: `${subpath}.${index}`, subpath, index, radians, distance: Math.hypot(dx, dy) };
        }),
      ),
    [shape.corners, centre.x, centre.y],
  );
  useLayer(() => {
    const to = Float64Array.from(shape.corners.flatMap((c) => [...c]).slice(0, 2 * MOST_RAYS));
    return { rays: { x: centre.x, y: centre.y, to } };
  }, [shape.corners, centre.x, centre.y]);
  const field = (axis: "x" | "y") => (
    <NumberField
      step={stepAcross(view.plan)}
      value={Number(centre[axis].toPrecision(12))}
      aria-label={`Centre ${axis}`}
      onChange={(value) => value !== null && setOwn({ ...centre, [axis]: value })}
    />
  );
  const full = (radians: number): number => (radians < 0 ? radians + 2 * Math.PI : radians);
  return (
    <div data-testid="around">
      <div className="inline-field">
        around {field("x")} {field("y")}
        {own ? (
          <button type="button" className="link" onClick={() => setOwn(null)}>
            its own centre
          </button>
        ) : (
          <span>its own centre</span>
        )}
      </div>
      <Table
        className="vertex-table"
        size="small"
        virtual
        pagination={false}
        scroll={{ y: 220, x: 436 }}
        dataSource={rows}
        onRow={({ subpath, index }) => ({
          onMouseEnter: () => light({ marks: [markOf(shape.corners[subpath], index)] }),
          onMouseLeave: () => light(null),
        })}
        columns={[
          { title: "vertex", width: 52, render: (_, row) => `${row.subpath + 1} · ${row.index}` },
          {
            title: "degrees",
            align: "right",
            width: 78,
            render: (_, { radians }) => <Figure value={(full(radians) * 180) / Math.PI} decimals={3} />,
          },
          {
            title: "= degrees",
            align: "right",
            width: 84,
            render: (_, { radians }) =>
              radians < 0 ? (
                <Figure value={(radians * 180) / Math.PI} decimals={3} />
              ) : (
                <span className="quiet">same</span>
              ),
          },
          {
            title: "radians",
            align: "right",
            width: 72,
            render: (_, { radians }) => <Figure value={full(radians)} decimals={3} />,
          },
          {
            title: "turns",
            align: "right",
            width: 68,
            render: (_, { radians }) => <Figure value={full(radians) / (2 * Math.PI)} decimals={3} />,
          },
          { title: "distance", align: "right", width: 82, render: (_, row) => <Figure value={row.distance} /> },
        ]}
      />
    </div>
  );
}

function markOf(corners: Float64Array, index: number): { x: number; y: number } {
  return { x: corners[2 * index], y: corners[2 * index + 1] };
}
