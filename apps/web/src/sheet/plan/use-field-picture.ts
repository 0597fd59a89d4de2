import { useEffect, useState } from "react";
import { rgb, tokens } from "@/theme/tokens";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/views";
import { type Camera, visible } from "./camera";
import type { DrawnPicture } from "./scene";

/** Samples a field at every second pixel of what is in view, a moment after the view came to rest. */
export function useFieldPicture(
  thread: SheetThread,
  view: SheetView,
  name: string | null,
  camera: Camera | null,
  interval: number,
  reach: number,
): DrawnPicture | null {
  const [drawn, setDrawn] = useState<DrawnPicture | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new view is a new question
  useEffect(() => {
    if (!name || !camera) return setDrawn(null);
    let current = true;
    const wait = setTimeout(() => {
      const box = visible(camera);
      const cell = 2 / camera.scale;
      const columns = Math.ceil((box.maxX - box.minX) / cell) + 1;
      const rows = Math.ceil((box.maxY - box.minY) / cell) + 1;
      const request = {
        x: box.minX,
        y: box.minY,
        cell,
        columns,
        rows,
        upscale: 2,
        interval,
        reach,
        flipped: !camera.yDown,
        tint: rgb(tokens.plum),
      };
      thread
        .ask((service) => service.fieldPicture(name, request))
        .then((picture) => {
          if (!current || !picture) return;
          const image = document.createElement("canvas");
          image.width = picture.width;
          image.height = picture.height;
          const pixels = new Uint8ClampedArray(picture.pixels);
          image.getContext("2d")?.putImageData(new ImageData(pixels, picture.width, picture.height), 0, 0);
          setDrawn({ picture, image });
        })
        .catch(() => undefined);
    }, 60);
    return () => {
      current = false;
      clearTimeout(wait);
    };
  }, [thread, view, name, camera, interval, reach]);
  return name ? drawn : null;
}
