import { useEffect, useRef } from "react";
import { Figure } from "@/format/figure";
import { fixed } from "@/format/numbers";
import { rgb, tokens } from "@/theme/tokens";
import type { Spot } from "@/worker/questions/flattening";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useLongQuestion } from "../../model/use-question";
import { Facts, Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import type { Target } from "./tolerance";

/** Pixels of the target in a picture, and how large each is shown, in px. */
const [COLUMNS, ROWS, SIZE] = [42, 22, 5];

/** What a target's pixels show of the chords, beside the same from the true curve, around the worst spot. */
export function Pixels({ target, spot }: { target: Target; spot: Spot | undefined }) {
  const { view, thread, moving } = useAnswers();
  const { shape } = useChoice();
  const name = shape?.name ?? null;
  const resting = useResting(view, moving);
  const scale = target.magnification * target.ratio;
  const { answered, problem } = useLongQuestion(
    { thread, view: resting },
    "pixels",
    name && spot ? { name, x: spot.curveX, y: spot.curveY, scale, columns: COLUMNS, rows: ROWS } : null,
  );
  const seen = answered?.answer ?? null;
  if (!spot) return <p className="panel-empty">No chord leaves its curve: its pixels are those of the curve.</p>;
  if (!seen) return <Pending problem={problem}>Filling pixels …</Pending>;
  const { yDown } = view.plan;
  const { whole } = seen;
  const pictures: [string, Float64Array | Uint8Array, Float64Array | Uint8Array][] = [
    ["chords, hard-edged", seen.chords.hard, seen.curve.hard],
    ["true curve, hard-edged", seen.curve.hard, seen.chords.hard],
    ["chords, exact coverage", seen.chords.coverage, seen.curve.coverage],
    ["true curve, exact coverage", seen.curve.coverage, seen.chords.coverage],
  ];
  return (
    <>
      <div className="accuracy">
        <Facts
          pairs
          rows={[
            [
              "unlike the curve",
              whole ? <Figure key="d" value={whole.differing} decimals={0} /> : "—",
              "pixels-differing",
            ],
            ["coverage off by", whole ? `±${fixed(100 * whole.greatest, 2)}%` : "—", "pixels-coverage"],
          ]}
        />
      </div>
      <div className="pixel-pictures">
        {pictures.map(([label, shares, others]) => (
          <figure key={label}>
            <PixelPicture label={label} shares={shares} others={others} yDown={yDown} />
            <figcaption>{label}</figcaption>
          </figure>
        ))}
      </div>
      <p className="quiet">
        {COLUMNS} by {ROWS} pixels around the worst spot, at magnification {fixed(target.magnification, 2)}, ratio{" "}
        {fixed(target.ratio, 2)}. Plum: what the true curve fills otherwise.{" "}
        {whole
          ? `Counted in all ${fixed(whole.pixels, 0)} pixels of the shape's box.`
          : "The whole shape has too many pixels to count."}
      </p>
    </>
  );
}

/** Pixels as squares, those that come out otherwise marked. */
function PixelPicture({
  label,
  shares,
  others,
  yDown,
}: {
  label: string;
  shares: ArrayLike<number>;
  others: ArrayLike<number>;
  yDown: boolean;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = canvas.current?.getContext("2d");
    if (!context) return;
    const [paper, ink, plum] = [tokens.sheet, tokens.ink, tokens.plum].map(rgb);
    for (let row = 0; row < ROWS; row++)
      for (let column = 0; column < COLUMNS; column++) {
        const share = shares[row * COLUMNS + column];
        const differs = Math.abs(share - others[row * COLUMNS + column]) > SEEN;
        const tone = differs ? mixed(mixed(paper, ink, share), plum, 0.55) : mixed(paper, ink, 0.75 * share);
        context.fillStyle = `rgb(${tone.join(" ")})`;
        context.fillRect(column * SIZE, (yDown ? row : ROWS - 1 - row) * SIZE, SIZE, SIZE);
      }
  }, [shares, others, yDown]);
  return <canvas ref={canvas} width={COLUMNS * SIZE} height={ROWS * SIZE} role="img" aria-label={label} />;
}

/** A step of 8-bit coverage. */
const SEEN = 1 / 255;

function mixed(from: number[], to: number[], share: number): number[] {
  return from.map((value, i) => Math.round(value + share * (to[i] - value)));
}
