import { InputNumber, Segmented } from "antd";
import { type ReactNode, useState } from "react";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import type { MeshKind, MeshView } from "@/worker/questions/mesh";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useLayer } from "../../model/layers";
import { useLongQuestion } from "../../model/use-question";
import { Facts, Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";

const KINDS: { value: MeshKind; label: string }[] = [
  { value: "fans", label: "fans" },
  { value: "triangles", label: "triangles" },
  { value: "even", label: "even angles" },
  { value: "pieces", label: "convex pieces" },
];
const NOTES: Record<MeshKind, string> = {
  fans: "A fan from each outline's first vertex, for filling by counting: places outside are covered too, and cancel out.",
  triangles: "Each place once. Convex outlines and sectors are fans, all else is cut by a sweep.",
  even: "The same vertices; edges are swapped towards equal angles (Delaunay).",
  pieces: "For collision code: each place once, no piece with a corner that turns inwards.",
};

/** The shape in question cut for filling: drawn on the plan, counted, and measured. */
export function Triangles() {
  const { view, thread, moving } = useAnswers();
  const { shape } = useChoice();
  const [kind, setKind] = useState<MeshKind>("triangles");
  const [most, setMost] = useState(8);
  const name = shape?.name ?? null;
  const resting = useResting(view, moving);
  const { answered, problem } = useLongQuestion({ thread, view: resting }, "mesh", name ? { name, kind, most } : null);
  const mesh = answered?.answer ?? null;
  useLayer(() => mesh && { mesh: mesh.cells }, [mesh]);
  return (
    <>
      <div className="mesh-kind">
        <Segmented<MeshKind> size="small" value={kind} options={KINDS} onChange={setKind} />
        {kind === "pieces" && (
          <span className="inline-field">
            at most
            <InputNumber
              size="small"
              min={3}
              precision={0}
              value={most}
              onChange={(next) => next && setMost(next)}
              aria-label="most vertices of a piece"
            />
          </span>
        )}
      </div>
      {mesh ? (
        <div className="accuracy">
          <Facts pairs rows={figuresOf(mesh)} />
        </div>
      ) : (
        <Pending problem={problem}>Cutting …</Pending>
      )}
      <p className="quiet">{NOTES[mesh?.kind ?? kind]}</p>
      {mesh && !mesh.finished && (
        <p className="quiet">Swapping was given up after {fixed(mesh.swaps, 0)} edges: some angles could be larger.</p>
      )}
    </>
  );
}

function figuresOf(mesh: MeshView): [string, ReactNode, string?][] {
  const { kind, cells, vertices, indexBytes, smallestAngle, mostCorners, overdraw } = mesh;
  const what = kind === "pieces" ? "pieces" : "triangles";
  return [
    [what, <Figure key="t" value={cells.length} decimals={0} />, "triangles"],
    ["overdraw", cells.length ? `${fixed(overdraw, 4)}` : "—", "overdraw"],
    ["least angle", cells.length ? `${fixed((smallestAngle * 180) / Math.PI, 3)}°` : "—", "least-angle"],
    ["vertices", <Figure key="v" value={vertices} decimals={0} />],
    kind === "pieces"
      ? ["most corners", <Figure key="c" value={mostCorners} decimals={0} />]
      : ["index bytes", <Figure key="b" value={indexBytes} decimals={0} />],
  ];
}
