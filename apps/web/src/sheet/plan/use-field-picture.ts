import { useMemo } from "react";
import { roundUp } from "@/format/round-up";
import { rgb, tokens } from "@/theme/tokens";
import type { FieldPicture, FieldRequest } from "@/worker/questions/field-picture";
import type { SheetThread } from "@/worker/sheet-thread";
import type { SheetView } from "@/worker/sheet-view";
import type { Layer } from "../model/layers";
import { useQuestion } from "../model/use-question";
import { type Camera, visible } from "./camera";

/** A field's picture, ready to be drawn. */
export interface DrawnPicture {
  picture: FieldPicture;
  image: CanvasImageSource;
}

/** Samples a field at every second pixel of what is in view, a moment after the view came to rest; `notice` says why there is no picture. */
export function useFieldPicture(
  thread: SheetThread,
  view: SheetView,
  name: string | null,
  camera: Camera | null,
  contours: Layer["contours"] | null,
): { picture: DrawnPicture | null; notice: string | null } {
  const request = useMemo(
    () => camera && contours && requestFor(camera, readableInterval(contours.interval, camera.scale), contours.reach),
    [camera, contours],
  );
  const asked = name !== null && request ? { name, aspect: contours?.aspect ?? "values", request } : null;
  const { answered, problem } = useQuestion({ thread, view }, "fieldPicture", asked, { rest: 60 });
  const picture = answered?.answer ?? null;
  const drawn = useMemo(() => {
    if (!picture) return null;
    const image = document.createElement("canvas");
    image.width = picture.width;
    image.height = picture.height;
    const pixels = new Uint8ClampedArray(picture.pixels);
    image.getContext("2d")?.putImageData(new ImageData(pixels, picture.width, picture.height), 0, 0);
    return { picture, image };
  }, [picture]);
  return { picture: drawn, notice: problem ?? (asked && !answered ? `Computing the distance of ${name} …` : null) };
}

/** Contours that are this many pixels apart are left as they are wanted; others come about as far apart as is read well. */
const READABLE = { least: 8, most: 90, well: 24 };

/** The interval of contours at a scale: the wanted one, or 1, 2 or 5 with zeros times or over that. */
export function readableInterval(wanted: number, scale: number): number {
  const apart = wanted * scale;
  if (apart >= READABLE.least && apart <= READABLE.most) return wanted;
  return wanted * roundUp(READABLE.well / apart).rounded;
}

function requestFor(camera: Camera, interval: number, reach: number): FieldRequest {
  const box = visible(camera);
  const cell = 2 / camera.scale;
  return {
    x: box.minX,
    y: box.minY,
    cell,
    columns: Math.ceil((box.maxX - box.minX) / cell) + 1,
    rows: Math.ceil((box.maxY - box.minY) / cell) + 1,
    upscale: 2,
    interval,
    reach,
    flipped: !camera.yDown,
    tint: rgb(tokens.plum),
  };
}
