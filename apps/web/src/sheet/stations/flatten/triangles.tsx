import { useEffect } from "react";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import { useAnswer } from "../../use-answer";
import type { StationProps } from "../context";
import { Facts } from "../panel";
import { useResting } from "../use-resting";

/** The triangles that fill the shape in question: drawn on the plan, counted, and measured. */
export function Triangles({ view, thread, shape, moving, onOverlay }: StationProps) {
  const name = shape?.name ?? null;
  const resting = useResting(view, moving);
  const mesh = useAnswer(thread, name ? (service) => service.mesh(name) : null, [resting, name]);
  useEffect(() => {
    onOverlay(mesh ? { mesh } : {});
    return () => onOverlay({});
  }, [mesh, onOverlay]);
  if (!shape || !mesh) return <p className="panel-empty">Cutting into triangles …</p>;
  const { vertices, indices, smallestAngle, area } = mesh;
  const covered = shape.shape.area > 0 ? `${fixed((100 * area) / shape.shape.area, 6)}%` : "—";
  return (
    <Facts
      rows={[
        ["triangles", <Figure key="t" value={indices.length / 3} decimals={0} />, "triangles"],
        ["vertices", <Figure key="v" value={vertices.length / 2} decimals={0} />],
        ["smallest angle", indices.length ? `${fixed((smallestAngle * 180) / Math.PI, 3)}°` : "—"],
        ["area covered", `${covered}, each place once`],
        ["indices", `${fixed(indices.length, 0)} of ${8 * indices.BYTES_PER_ELEMENT} bit`],
      ]}
    />
  );
}
