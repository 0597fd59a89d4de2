import type { Bounds } from "@vertexon/geometry";
import { type RefObject, useEffect, useMemo, useRef, useState } from "react";
import type { SheetView } from "@/worker/sheet-view";
import { type Camera, fit, pan, RULER, zoomAt } from "./camera";

/** How the plan is seen: it begins with the whole plan in view, follows the frame's size, and zooms with the wheel. */
export function useCamera(
  frame: RefObject<HTMLElement | null>,
  canvas: RefObject<HTMLElement | null>,
  plan: SheetView["plan"],
) {
  const [camera, setCamera] = useState<Camera | null>(null);
  const { yDown } = plan;
  const box = useRef({ minX: 0, minY: 0, maxX: 0, maxY: 0 });
  const { x, y, width: planWidth, height: planHeight } = plan;
  box.current = { minX: x, minY: y, maxX: x + planWidth, maxY: y + planHeight };
  /** Whether the user moved the view: then it stays when the plan changes. */
  const wasMoved = useRef(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another plan is fitted anew
  useEffect(() => {
    if (!wasMoved.current) setCamera((old) => old && fit({ ...old, yDown }, box.current));
  }, [x, y, planWidth, planHeight]);

  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry.contentRect;
      if (width < 1 || height < 1) return;
      setCamera((old) => {
        if (old && wasMoved.current) return { ...old, width, height };
        if (old) return fit({ ...old, width, height }, box.current);
        return fit({ scale: 1, x: 0, y: 0, yDown, width, height }, box.current);
      });
    });
    if (frame.current) observer.observe(frame.current);
    return () => observer.disconnect();
  }, [frame, yDown]);

  // React's wheel listeners are passive; zooming must keep the page still.
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const zoom = (event: WheelEvent) => {
      event.preventDefault();
      wasMoved.current = true;
      const factor = Math.exp(-event.deltaY * (event.deltaMode === 1 ? 0.05 : 0.0016));
      setCamera((old) => old && zoomAt({ ...old, yDown }, event.offsetX, event.offsetY, factor));
    };
    element.addEventListener("wheel", zoom, { passive: false });
    return () => element.removeEventListener("wheel", zoom);
  }, [canvas, yDown]);

  const seen = useMemo(() => camera && { ...camera, yDown }, [camera, yDown]);
  const moves = useMemo(
    () => ({
      zoomBy: (factor: number) => {
        wasMoved.current = true;
        setCamera((old) => old && zoomAt({ ...old, yDown }, (RULER + old.width) / 2, (RULER + old.height) / 2, factor));
      },
      zoomTo: (px: number, py: number, factor: number) => {
        wasMoved.current = true;
        setCamera((old) => old && zoomAt({ ...old, yDown }, px, py, factor));
      },
      /** The plan; once more, everything that there is. */
      fitAll: (all: Bounds | null) =>
        setCamera((old) => {
          if (!old) return old;
          const plan = fit({ ...old, yDown }, box.current);
          const isThere = plan.x === old.x && plan.y === old.y && plan.scale === old.scale;
          wasMoved.current = isThere && all !== null;
          return isThere && all ? fit(plan, all) : plan;
        }),
      panBy: (dx: number, dy: number) => {
        wasMoved.current = true;
        setCamera((old) => old && pan({ ...old, yDown }, dx, dy));
      },
    }),
    [yDown],
  );
  return { seen, ...moves };
}
