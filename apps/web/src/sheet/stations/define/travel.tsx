import { directionAt, pointAt } from "@vertexon/geometry";
import { type Span, travelPlaces } from "@vertexon/notation";
import { Button, Select, Slider } from "antd";
import { useEffect, useMemo, useState } from "react";
import { Figure } from "@/format/figure";
import type { SubpathView } from "@/worker/sheet-view";
import { useEdits } from "../../model/edits";
import { useLayer } from "../../model/layers";
import type { NamedShape } from "../../model/scene";
import { Facts } from "../parts/panel";

interface Props {
  shape: NamedShape;
  span: Span;
  statement: string;
}

/** Milliseconds a step when it plays by itself. */
const PACE = 450;

/** Plays an outline in its order, forwards and backwards, with the text that each step comes from. */
export function Travel({ shape: { shape }, span, statement }: Props) {
  const { lightText } = useEdits();
  const [subpath, setSubpath] = useState(0);
  const [step, setStep] = useState(0);
  const [playing, setPlaying] = useState(false);
  const which = Math.min(subpath, shape.subpaths.length - 1);
  const flat = shape.subpaths[which] as SubpathView | undefined;
  const count = flat?.segments ?? 0;
  const at = Math.min(step, count);
  const places = useMemo(
    () =>
      travelPlaces(
        statement,
        shape.outline.subpaths.map(({ segments }) => segments.length),
      ),
    [statement, shape],
  );
  const state = useMemo(() => (flat ? stateAt(shape, which, at) : null), [flat, shape, which, at]);

  useLayer(
    () => state && { travel: { subpath: which, step: at, x: state.x, y: state.y, direction: state.direction } },
    [state, which, at],
  );
  useEffect(() => {
    const place = at > 0 ? places[which]?.[at - 1] : null;
    lightText(place ? { from: span.from + place.from, to: span.from + place.to } : null);
    return () => lightText(null);
  }, [which, at, places, span.from, lightText]);

  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => setStep((now) => (now >= count ? now : now + 1)), PACE);
    return () => clearInterval(timer);
  }, [playing, count]);
  useEffect(() => {
    if (at >= count) setPlaying(false);
  }, [at, count]);

  if (!state) return null;
  const degrees = (radians: number): number => (radians * 180) / Math.PI;
  const go = (to: number): void => {
    setPlaying(false);
    setStep(Math.max(0, Math.min(count, to)));
  };
  return (
    <div data-testid="travel">
      <div className="travel-controls">
        {shape.subpaths.length > 1 && (
          <Select
            size="small"
            value={which}
            aria-label="Subpath"
            options={shape.subpaths.map((_, i) => ({ value: i, label: `subpath ${i + 1}` }))}
            onChange={(next) => {
              setSubpath(next);
              go(0);
            }}
          />
        )}
        <Button size="small" disabled={at === 0} onClick={() => go(at - 1)} aria-label="One step back">
          ◂
        </Button>
        <Button
          size="small"
          onClick={() => {
            if (at >= count) setStep(0);
            setPlaying(!playing);
          }}
        >
          {playing ? "Pause" : "Play"}
        </Button>
        <Button size="small" disabled={at === count} onClick={() => go(at + 1)} aria-label="One step on">
          ▸
        </Button>
        <Slider min={0} max={count} value={at} onChange={go} ariaLabelForHandle="step" />
        <span className="mono" data-testid="travel-step">
          {at} of {count}
        </span>
      </div>
      <Facts
        pairs
        rows={[
          ["x", <Figure key="x" value={state.x} />],
          ["y", <Figure key="y" value={state.y} />],
          ["facing °", <Figure key="f" value={degrees(state.direction)} decimals={3} />, "travel-facing"],
          ["turned °", <Figure key="t" value={degrees(state.turned)} decimals={3} />, "travel-turned"],
          ["length", <Figure key="l" value={state.length} />, "travel-length"],
          ["to the start", <Figure key="g" value={state.gap} />],
        ]}
      />
      <p className="quiet">Facing: where the next step sets out. Turned: all turning up to there.</p>
    </div>
  );
}

/** Where travel has got to after some segments, where it heads, and what lies behind it. */
function stateAt({ outline, subpaths }: NamedShape["shape"], which: number, step: number) {
  const { segments, x: startX, y: startY, closed } = outline.subpaths[which];
  const { vertices: v, segment } = subpaths[which];
  const n = segment.length;
  let [length, turned] = [0, 0];
  let before: number | null = null;
  for (let i = 0; i < n && segment[i] < step; i++) {
    const j = (i + 1) % n;
    if (j === 0 && !closed) break;
    const [dx, dy] = [v[2 * j] - v[2 * i], v[2 * j + 1] - v[2 * i + 1]];
    if (dx === 0 && dy === 0) continue;
    const heading = Math.atan2(dy, dx);
    if (before !== null) turned += wrapped(heading - before);
    before = heading;
    length += Math.hypot(dx, dy);
  }
  const last = segments[Math.min(step, segments.length) - 1];
  const [x, y] = step > segments.length ? [startX, startY] : last ? pointAt(last, 1) : [startX, startY];
  const next = segments[step];
  const home = Math.atan2(startY - y, startX - x);
  // After the last step it faces where it came to; before the join, home.
  const arrived = last && step <= segments.length ? directionAt(last, 1) : (before ?? 0);
  const isHome = x === startX && y === startY;
  const direction = next ? directionAt(next, 0) : closed && !isHome ? home : arrived;
  if (before !== null) turned += wrapped(direction - before);
  return { x, y, direction, turned, length, gap: Math.hypot(startX - x, startY - y) };
}

function wrapped(angle: number): number {
  return angle - 2 * Math.PI * Math.round(angle / (2 * Math.PI));
}
