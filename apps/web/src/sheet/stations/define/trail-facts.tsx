import type { TrailRecord } from "@vertexon/notation";
import { Table } from "antd";
import type { ReactNode } from "react";
import { Figure } from "@/format/figure";
import { Facts } from "../parts/panel";

/** A trail leg by leg, and what it comes to at its end. */
export function TrailFacts({ trail }: { trail: TrailRecord }) {
  const { legs, gap, turns, circle } = trail;
  const degrees = (radians: number): number => (radians * 180) / Math.PI;
  return (
    <>
      <Facts
        rows={[
          ["closing gap", <Figure key="g" value={gap} decimals={6} />, "trail-gap"],
          ["turning number", <Figure key="t" value={turns} decimals={6} />, "trail-turns"],
          ...(circle
            ? ([
                [
                  "best circle",
                  <span key="c">
                    radius <Figure value={circle.radius} />, at most <Figure value={circle.deviation} decimals={6} />{" "}
                    off
                  </span>,
                ],
              ] as [string, ReactNode][])
            : []),
        ]}
      />
      <Table
        size="small"
        pagination={false}
        scroll={{ y: 130 }}
        dataSource={legs.map((leg, i) => ({ ...leg, key: i }))}
        columns={[
          { title: "after leg", width: 66, render: (_, leg) => leg.key + 1 },
          { title: "x", align: "right", render: (_, leg) => <Figure value={leg.x} /> },
          { title: "y", align: "right", render: (_, leg) => <Figure value={leg.y} /> },
          {
            title: "facing °",
            align: "right",
            render: (_, leg) => <Figure value={degrees(leg.facing)} decimals={3} />,
          },
          {
            title: "turned °",
            align: "right",
            render: (_, leg) => <Figure value={degrees(leg.turned)} decimals={3} />,
          },
        ]}
      />
    </>
  );
}
