import { Segmented } from "antd";
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from "chart.js";
import { useMemo, useState } from "react";
import { Bar } from "react-chartjs-2";
import { Figure } from "@/format/figure";
import { fixed, small } from "@/format/numbers";
import { tokens } from "@/theme/tokens";
import type { FieldAspect, FieldRequest } from "@/worker/questions/field-picture";
import type { FieldWorth } from "@/worker/questions/field-worth";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { useLight } from "../../model/layers";
import { useLongQuestion } from "../../model/use-question";
import { Facts, Pending } from "../parts/panel";
import { useResting } from "../parts/use-resting";
import { EdgeRegion } from "./edge-region";
import { Middle } from "./middle";

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

/** Samples over the plan's longer side. */
const SAMPLES = 200;

/** What the two ways to compute a distance may differ by, as a share of the plan. */
const ROUNDING = 1e-12;

const ASPECTS: { value: FieldAspect; label: string }[] = [
  { value: "values", label: "as composed" },
  { value: "exact", label: "exact" },
  { value: "difference", label: "difference" },
  { value: "steepness", label: "steepness" },
];

interface Props {
  name: string;
  aspect: FieldAspect;
  onAspect(aspect: FieldAspect): void;
}

/** What a distance is worth: held against the exact one of its outline, how steep it is, and where its middle runs. */
export function WorthOf({ name, aspect, onAspect }: Props) {
  const { view, thread, moving } = useAnswers();
  const resting = useResting(view, moving);
  const [isMiddle, setMiddle] = useState(false);
  const [isOwn, setOwn] = useState(false);
  const asked = useMemo(() => ({ name, request: wholePlan(resting) }), [name, resting]);
  const work = useLongQuestion({ thread, view: resting }, "fieldWorth", asked);
  const { answered, problem } = work;
  const found = answered?.question.name === name ? answered.answer : null;
  if (!found) return <Pending {...{ problem, work }}>Holding {name} against the exact distance …</Pending>;
  const { off, steepest } = found;
  const options = ASPECTS.map((each) => ({ ...each, disabled: !off && needsOutline(each.value) }));
  return (
    <>
      <p className="field-verdict" data-testid="field-worth">
        {inWords(found)}
      </p>
      <Segmented
        size="small"
        options={options}
        value={!off && needsOutline(aspect) ? "values" : aspect}
        onChange={onAspect}
        aria-label="what the plan shows"
      />
      <Facts
        pairs
        rows={[
          [
            "most off",
            off ? <PlaceLink key="g" place={off.greatest} text={offText(off.greatest.difference, view)} /> : "—",
            "field-most-off",
          ],
          ["mean", off ? <Figure key="m" value={off.mean} /> : "—", "field-mean-off"],
          ["steepest", <PlaceLink key="s" place={steepest} text={fixed(steepest.length, 4)} />, "field-steepest"],
          ["grows by", `${fixed(found.lipschitz, 4)} at most`],
        ]}
      />
      <Middle name={name} isShown={isMiddle} onShow={setMiddle} />
      <EdgeRegion name={name} isShown={isOwn} onShow={setOwn} />
      <Steepness found={found} />
      <p className="quiet">
        {off
          ? `Against the exact distance of the outline that it encloses, at ${fixed(found.samples, 0)} places of the plan.`
          : "Nothing is inside: there is no outline whose exact distance it could be held against."}
        {off &&
          !isRounding(off.greatest.difference, view) &&
          found.tolerance > 0 &&
          ` Differences up to ${small(found.tolerance)} may come from that outline: its vertices lie within the tolerance.`}
        {off && aspect === "difference" && " Stripes are where values are less than exact."}
        {aspect === "steepness" && " Stripes are where the gradient is shorter than 1."}
      </p>
    </>
  );
}

function offText(difference: number, view: SheetView): string {
  return isRounding(difference, view) ? "rounding only" : small(difference);
}

function isRounding(difference: number, { plan: { width, height } }: SheetView): boolean {
  return Math.abs(difference) <= ROUNDING * Math.max(width, height);
}

function needsOutline(aspect: FieldAspect): boolean {
  return aspect === "exact" || aspect === "difference";
}

/** A number that shows on the plan where it was found. */
function PlaceLink({ place, text }: { place: { x: number; y: number }; text: string }) {
  const light = useLight();
  const show = () => light({ place: { x: place.x, y: place.y, foot: null } });
  const hide = () => light(null);
  return (
    <button
      type="button"
      className="place-link"
      onMouseEnter={show}
      onMouseLeave={hide}
      onFocus={show}
      onBlur={hide}
      title={`at ${small(place.x)}, ${small(place.y)}`}
    >
      {text}
    </button>
  );
}

/** What the values may be used for. */
function inWords({ worth: { inside, outside }, lipschitz }: FieldWorth): string {
  if (inside === "exact" && outside === "exact") return "Exact on both sides: the distance to its outline.";
  if (inside === "neither" || outside === "neither")
    return `No distance and no bound: a ray may overstep. Divided by ${fixed(lipschitz, 4)} it is a bound.`;
  if (inside === "bound" && outside === "bound")
    return "A lower bound on both sides: a ray marches safely, in more steps than by the exact distance.";
  return outside === "exact"
    ? "Exact outside; inside no more than the distance (a lower bound)."
    : "Exact inside; outside no more than the distance (a lower bound).";
}

/** How many samples are how steep. */
function Steepness({ found: { steepness } }: { found: FieldWorth }) {
  return (
    <div className="chart field-steepness" data-testid="steepness-chart">
      <Bar
        aria-label="samples by the length of their gradient"
        data={{
          labels: steepness.map((_, k) => fixed((k + 1) / 10, 1)),
          datasets: [{ data: steepness, backgroundColor: tokens.plum, barPercentage: 1, categoryPercentage: 0.94 }],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: { title: { display: true, text: "length of the gradient, up to" }, grid: { display: false } },
            y: { type: "linear", grid: { color: tokens.rule }, ticks: { maxTicksLimit: 4 } },
          },
        }}
      />
    </div>
  );
}

function wholePlan({ plan: { x, y, width, height } }: SheetView): FieldRequest {
  const cell = Math.max(width, height) / SAMPLES;
  return {
    x,
    y,
    cell,
    columns: Math.ceil(width / cell),
    rows: Math.ceil(height / cell),
    upscale: 1,
    interval: 1,
    reach: Number.POSITIVE_INFINITY,
    flipped: false,
    tint: [0, 0, 0],
  };
}
