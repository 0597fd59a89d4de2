import type { Attachment } from "@vertexon/notation";
import { useEffect, useState } from "react";
import type { SheetView } from "@/worker/sheet-view";

/** The attached pictures that the script lays under the plan, as they have been loaded so far. */
export function useImages(
  view: SheetView | null,
  attachments: readonly Attachment[] | null,
): ReadonlyMap<string, HTMLImageElement> {
  const [images, setImages] = useState<ReadonlyMap<string, HTMLImageElement>>(new Map());
  const wanted = [...new Set(view?.pictures.map(({ file }) => file))].join("\n");
  useEffect(() => {
    let open = true;
    setImages(new Map());
    for (const name of wanted.split("\n")) {
      const content = attachments?.find((file) => file.name === name)?.content;
      if (!content?.startsWith("data:image/")) continue;
      const image = new Image();
      image.onload = () => open && setImages((known) => new Map(known).set(name, image));
      image.src = content;
    }
    return () => {
      open = false;
    };
  }, [wanted, attachments]);
  return images;
}
