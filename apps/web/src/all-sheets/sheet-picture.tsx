import { Thumbnail } from "@/sheet/stations/parts/thumbnail";
import { tones } from "@/theme/tokens";
import type { ThumbnailView } from "@/worker/questions/thumbnail";

/** Of a picture on a card, in pixels. */
export const PICTURE = { width: 244, height: 168 };

/** What a sheet's shapes look like, in the plan's box. */
export function SheetPicture({ picture }: { picture: ThumbnailView | undefined }) {
  if (!picture) return <span className="sheet-picture quiet">drawing …</span>;
  const { layers, box, yDown } = picture;
  if (layers.length === 0) return <span className="sheet-picture quiet">no shapes</span>;
  const toned = layers.map(({ tone, ...layer }) => ({ ...layer, tone: tones[tone % tones.length] }));
  return (
    <span className="sheet-picture">
      <Thumbnail layers={toned} box={box} yDown={yDown} {...PICTURE} />
    </span>
  );
}
