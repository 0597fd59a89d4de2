import type { VertexChange } from "@vertexon/notation";
import { Button } from "antd";
import { fixed } from "@/format/numbers";
import { useChoice } from "../../model/choice";
import type { Picked } from "../../model/handles";
import type { NamedShape } from "../../model/scene";
import { useVertexChange } from "../../model/use-vertex-change";

/** What can be done with the corner that was picked. */
export function VertexActions({ shape }: { shape: NamedShape }) {
  const { picked, pick } = useChoice();
  const changeVertices = useVertexChange();
  const corner = picked?.corner?.shape === shape.name ? picked.corner : null;
  const corners = corner && shape.shape.corners[corner.subpath];
  if (!corner || !corners || 2 * corner.index >= corners.length) return null;
  const { subpath, index } = corner;
  const n = corners.length / 2;
  const [x, y] = [corners[2 * index], corners[2 * index + 1]];
  const next = (index + 1) % n;

  const goTo = (to: number): void => pick({ handle: null, corner: { ...corner, index: (to + n) % n } });
  const change = (what: VertexChange, then: Picked | null): void => {
    changeVertices(what);
    pick(then);
  };
  const kept: Picked = { handle: null, corner };
  const at = (to: number): Picked => ({ handle: null, corner: { ...corner, index: to } });
  const middle = { x: (x + corners[2 * next]) / 2, y: (y + corners[2 * next + 1]) / 2, decimals: 3 };
  return (
    <div className="vertex-actions" data-testid="vertex-actions">
      <span>
        vertex <strong>{index}</strong> of {n}{" "}
        <span className="mono">
          ({fixed(x, 2)}, {fixed(y, 2)})
        </span>
      </span>
      <Button size="small" onClick={() => goTo(index - 1)} title="The vertex before (Page Up)">
        Before
      </Button>
      <Button size="small" onClick={() => goTo(index + 1)} title="The vertex after (Page Down)">
        After
      </Button>
      <Button size="small" onClick={() => change({ kind: "insert", subpath, corner: index, ...middle }, at(index + 1))}>
        Insert after
      </Button>
      <Button size="small" onClick={() => change({ kind: "remove", subpath, corner: index }, null)}>
        Remove
      </Button>
      <Button
        size="small"
        onClick={() => change({ kind: "earlier", subpath, corner: index }, at((index + n - 1) % n))}
        title="Swap it with the one before"
      >
        Earlier
      </Button>
      <Button
        size="small"
        onClick={() => change({ kind: "later", subpath, corner: index }, at(next))}
        title="Swap it with the one after"
      >
        Later
      </Button>
      <Button size="small" onClick={() => change({ kind: "start", subpath, corner: index }, at(0))}>
        Start here
      </Button>
      <Button size="small" onClick={() => change({ kind: "reverse", subpath }, kept)}>
        Reverse
      </Button>
    </div>
  );
}
