import { type RefObject, useEffect, useMemo, useRef, useState } from "react";
import type { SheetView } from "@/worker/views";
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
  box.current = { minX: 0, minY: 0, maxX: plan.width, maxY: plan.height };

  useEffect(() => {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry.contentRect;
      if (width < 1 || height < 1) return;
      setCamera((old) => {
        if (old) return { ...old, width, height };
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
      const factor = Math.exp(-event.deltaY * (event.deltaMode === 1 ? 0.05 : 0.0016));
      setCamera((old) => old && zoomAt({ ...old, yDown }, event.offsetX, event.offsetY, factor));
    };
    element.addEventListener("wheel", zoom, { passive: false });
    return () => element.removeEventListener("wheel", zoom);
  }, [canvas, yDown]);

  const seen = useMemo(() => camera && { ...camera, yDown }, [camera, yDown]);
  const moves = useMemo(
    () => ({
      zoomBy: (factor: number) =>
        setCamera((old) => old && zoomAt({ ...old, yDown }, (RULER + old.width) / 2, (RULER + old.height) / 2, factor)),
      zoomTo: (px: number, py: number, factor: number) =>
        setCamera((old) => old && zoomAt({ ...old, yDown }, px, py, factor)),
      fitAll: () => setCamera((old) => old && fit({ ...old, yDown }, box.current)),
      panBy: (dx: number, dy: number) => setCamera((old) => old && pan({ ...old, yDown }, dx, dy)),
    }),
    [yDown],
  );
  return { seen, ...moves };
}
