import { type WrittenNumber, writtenNumbers } from "@vertexon/notation";
import { Button, Checkbox, Progress, Segmented, Select } from "antd";
import { useMemo, useState } from "react";
import { Scatter } from "react-chartjs-2";
import { fixed, small } from "@/format/numbers";
import { stepOf } from "@/format/step";
import { tokens } from "@/theme/tokens";
import type { SweepRow, SweepView } from "@/worker/questions/sweep";
import { useAnswers } from "../../model/answers";
import { useChoice } from "../../model/choice";
import { useLongQuestion } from "../../model/use-question";
import { NumberField } from "../parts/number-field";
import { useResting } from "../parts/use-resting";

type Figure = "vertices" | "error" | "area";
const FIGURES: { value: Figure; label: string }[] = [
  { value: "vertices", label: "vertices" },
  { value: "error", label: "greatest error" },
  { value: "area", label: "area" },
];
const STEPS = 40;

/** The shape in question as a number of the script runs over a range, and where it falls into other parts. */
export function Sweep() {
  const answers = useAnswers();
  const { shape } = useChoice();
  const resting = useResting(answers, answers.moving);
  const numbers = useMemo(() => labelled(writtenNumbers(resting.script)), [resting.script]);
  const [asked, setAsked] = useState<string | null>(null);
  const [ends, setEnds] = useState<{ of: string; from: number; to: number } | null>(null);
  const [wholeAsked, setWholeAsked] = useState<boolean | null>(null);
  const [figure, setFigure] = useState<Figure>("vertices");
  const own = numbers.find(({ within }) => within === shape?.definition);
  const usual = numbers.find(({ isNamed }) => isNamed) ?? own ?? numbers[0];
  const chosen = numbers.find(({ name }) => name === asked) ?? usual;
  const range = chosen && ends?.of === chosen.name ? ends : chosen && usualRange(chosen);
  const whole = range ? (wholeAsked ?? looksCounted(chosen, range)) : false;
  const name = shape?.name ?? null;
  const ready = chosen && range && name && range.to > range.from;
  const { answered, state, stop, again } = useLongQuestion(
    resting,
    "sweep",
    ready ? { name, of: chosen.name, number: chosen.span, from: range.from, to: range.to, steps: STEPS, whole } : null,
  );
  const found = answered?.answer ?? null;
  if (!chosen || !range) return <p className="panel-empty">No number to run: the script has none yet</p>;
  const setEnd = (change: Partial<{ from: number; to: number }>) => setEnds({ ...range, ...change, of: chosen.name });
  return (
    <>
      <div className="sweep-range">
        <Select
          size="small"
          showSearch
          value={chosen.name}
          options={numbers.map((each) => ({ value: each.name, label: each.name }))}
          popupMatchSelectWidth={false}
          onChange={setAsked}
          aria-label="number that runs"
        />
        <span>from</span>
        <NumberField
          step={stepOf(range.to - range.from)}
          value={range.from}
          onChange={(from) => from !== null && setEnd({ from })}
          aria-label="first value"
        />
        <span>to</span>
        <NumberField
          step={stepOf(range.to - range.from)}
          value={range.to}
          onChange={(to) => to !== null && setEnd({ to })}
          aria-label="last value"
        />
      </div>
      <div className="sweep-figure">
        <Segmented<Figure> size="small" value={figure} options={FIGURES} onChange={setFigure} />
        <Checkbox checked={whole} onChange={(event) => setWholeAsked(event.target.checked)}>
          whole values
        </Checkbox>
      </div>
      {ready && (
        <div className="sweep-state quiet">
          {state === "done" ? (
            <span>{found?.rows.length} values</span>
          ) : (
            <>
              <Progress percent={found ? Math.floor((100 * found.done) / found.steps) : 0} size="small" />
              <Button size="small" onClick={state === "running" ? stop : again}>
                {state === "running" ? "Stop" : "Run again"}
              </Button>
            </>
          )}
        </div>
      )}
      {found ? (
        <SweepChart rows={found.rows} range={range} figure={figure} number={chosen.name} />
      ) : (
        <p className="panel-empty">
          {range.to > range.from ? "No values yet" : "The last value must be above the first."}
        </p>
      )}
      {found && <Changes {...found} number={chosen.name} whole={whole} />}
    </>
  );
}

interface ChartProps {
  rows: SweepRow[];
  range: { from: number; to: number };
  figure: Figure;
  number: string;
}

function SweepChart({ rows, range, figure, number }: ChartProps) {
  const data = rows.flatMap((row) => (row[figure] === null ? [] : [{ x: row.value, y: row[figure] }]));
  return (
    <div className="chart" data-testid="sweep-chart">
      <Scatter
        aria-label={`${figure} against ${number}`}
        data={{
          datasets: [
            {
              label: figure,
              data,
              showLine: true,
              borderColor: tokens.plum,
              backgroundColor: tokens.plum,
              borderWidth: 1.4,
              pointRadius: 2.2,
            },
          ],
        }}
        options={{
          animation: false,
          maintainAspectRatio: false,
          scales: {
            x: { min: range.from, max: range.to, title: { display: true, text: number }, grid: { color: tokens.rule } },
            y: { title: { display: true, text: figure }, grid: { color: tokens.rule } },
          },
          plugins: {
            tooltip: {
              callbacks: { label: ({ parsed }) => `${number} ${small(parsed.x ?? 0)}: ${small(parsed.y ?? 0)}` },
            },
          },
        }}
      />
    </div>
  );
}

/** Where the number of pieces or holes changes. */
function Changes({ rows, changes, done, steps, number, whole }: SweepView & { number: string; whole: boolean }) {
  const parts = ({ pieces, holes }: SweepRow): string =>
    pieces === null
      ? "no shape"
      : `${pieces} ${pieces === 1 ? "piece" : "pieces"}, ${holes} ${holes === 1 ? "hole" : "holes"}`;
  return (
    <ul className="sweep-changes mono" data-testid="sweep-changes">
      {changes.length === 0 && done === steps && rows[0] && <li>{parts(rows[0])} throughout</li>}
      {changes.map(({ before, after }) => (
        <li key={after.value}>
          {number} {whole ? after.value : fixed(after.value, 4)}: {parts(before)} → {parts(after)}
        </li>
      ))}
    </ul>
  );
}

interface RunNumber extends WrittenNumber {
  name: string;
  isNamed: boolean;
}

/** Numbers by what they are called; those alike are counted. */
function labelled(numbers: readonly WrittenNumber[]): RunNumber[] {
  const seen = new Map<string, number>();
  return numbers.map((number) => {
    const unit = number.unit ? `, ${number.unit}` : "";
    const label = number.use ? `${number.within} · ${number.use}${unit}` : number.within;
    const count = (seen.get(label) ?? 0) + 1;
    seen.set(label, count);
    const isNamed = number.use === "" && number.within !== "tolerance";
    return { ...number, isNamed, name: count > 1 ? `${label} (${count})` : label };
  });
}

function usualRange({ name, range, value: now }: RunNumber): { of: string; from: number; to: number } {
  const [from, to] = now === 0 ? [0, 10] : [Math.min(now / 2, now * 2), Math.max(now / 2, now * 2)];
  return { of: name, from: range?.least ?? from, to: range?.greatest ?? to };
}

/** Whether a number looks like a count: whole, in a short range of whole numbers. */
function looksCounted({ value }: RunNumber, { from, to }: { from: number; to: number }): boolean {
  const all = [from, to, value];
  return all.every(Number.isInteger) && to - from <= STEPS;
}
