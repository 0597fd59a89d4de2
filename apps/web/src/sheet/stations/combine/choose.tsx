import type { FillRule, Operation } from "@vertexon/geometry";
import { Button, Select } from "antd";
import { useCallback, useEffect, useMemo, useRef } from "react";
import { tones } from "@/theme/tokens";
import type { ShapePreview } from "@/worker/questions/preview";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { useLayer } from "../../model/layers";
import { shapesOf } from "../../model/scene";
import { useQuestion } from "../../model/use-question";
import { Pending } from "../parts/panel";
import { OperationCards } from "./operation-cards";

interface Operand {
  name: string;
  /** Null leaves the rule that the shape was told with. */
  fillRule: FillRule | null;
}

/** What is to be combined, and how. */
export interface Choice {
  operands: Operand[];
  operation: Operation;
}

interface Props {
  choice: Choice;
  onChoice(choice: Choice): void;
}

const OPERATIONS: Operation[] = ["union", "intersection", "difference", "xor"];
const NOTHING: ShapePreview = { polygons: [], area: 0, picture: { data: "", box: null } };
const RULES = [
  { value: "told", label: "fill rule: as written" },
  { value: "nonzero", label: "nonzero" },
  { value: "evenodd", label: "evenodd" },
];

/** Operands chosen by clicks on the plan or on names in the script, with all four results before anything is written. */
export function Choose({ choice, onChoice }: Props) {
  const { view, thread } = useAnswers();
  const { clickedName, choose } = useChoice();
  const { edit } = useEdits();
  const { operation } = choice;
  const known = shapesOf(view);
  const operands = choice.operands.filter(({ name }) => known.some((each) => each.name === name));
  // Clicks come later than the panel was drawn, and several before it is drawn anew: each is about what the one before left.
  const latest = useRef({ operands, operation });
  latest.current = { operands, operation };
  const set = useCallback(
    (change: Partial<Choice>) => {
      latest.current = { ...latest.current, ...change };
      onChoice(latest.current);
    },
    [onChoice],
  );
  const toggle = useCallback(
    (name: string) => {
      const now = latest.current.operands;
      const others = now.filter((each) => each.name !== name);
      set({ operands: others.length < now.length ? others : [...now, { name, fillRule: null }] });
    },
    [set],
  );
  const texts = operands.map(({ name, fillRule }) => name + (fillRule ? `.fill(${fillRule})` : ""));
  const expressionOf = (each: Operation): string => texts.join(` ${each} `);
  const ready = operands.length > 1;
  const asked = texts.join("\n");
  const expressions = useMemo(() => OPERATIONS.map((each) => asked.split("\n").join(` ${each} `)), [asked]);
  const { answered, problem } = useQuestion({ thread, view }, "preview", ready ? { expressions } : null);
  const answer = answered?.answer ?? null;
  const results = useMemo(
    () => answer && OPERATIONS.map((each, i) => ({ operation: each, ...(answer[i]?.[0] ?? NOTHING) })),
    [answer],
  );
  const taken = results?.[OPERATIONS.indexOf(operation)] ?? null;

  const names = operands.map(({ name }) => name).join("\n");
  const seen = useRef(clickedName?.times ?? 0);
  useEffect(() => {
    if (!clickedName || clickedName.times === seen.current) return;
    seen.current = clickedName.times;
    const shape = known.find(({ name, definition }) => name === clickedName.name || definition === clickedName.name);
    if (shape) toggle(shape.name);
  }, [clickedName, known, toggle]);
  useLayer(() => {
    const onPlace = (x: number, y: number): boolean => {
      const toggleOneOf = (around: string[]): void => {
        const isOperand = (name: string) => latest.current.operands.some((each) => each.name === name);
        const wanted = around.find((name) => !isOperand(name)) ?? around[0];
        if (wanted !== undefined) toggle(wanted);
      };
      // A click on a plan that has changed meanwhile is about nothing.
      thread.ask(view, "shapesAt", { x, y }).then(toggleOneOf, () => undefined);
      return true;
    };
    const regions = taken ? [{ polygons: taken.polygons, tone: tones[0], isChosen: true }] : [];
    return { regions, framed: names.split("\n"), onPlace };
  }, [thread, view, taken, names, toggle]);

  const write = () =>
    edit((current, script) => {
      const name = freshName(current, "combined");
      onChoice({ operands: [{ name, fillRule: null }], operation });
      choose(name);
      return appendedLine(script, `${name} = ${expressionOf(operation)}`);
    });
  return (
    <>
      <p className="quiet">Click shapes on the plan, or their names in the script, to take them or leave them.</p>
      <ul className="operands" data-testid="operands">
        {operands.map(({ name, fillRule }, i) => (
          <li key={name}>
            <span className="mono">{name}</span>
            <Select
              size="small"
              value={fillRule ?? "told"}
              options={RULES}
              popupMatchSelectWidth={false}
              onChange={(rule) =>
                set({
                  operands: operands.map((each) =>
                    each.name === name ? { name, fillRule: rule === "told" ? null : (rule as FillRule) } : each,
                  ),
                })
              }
              aria-label={`fill rule of ${name}`}
            />
            {i === 0 ? (
              <span className="quiet">first</span>
            ) : (
              <Button
                size="small"
                type="text"
                onClick={() => set({ operands: [operands[i], ...operands.filter((_, k) => k !== i)] })}
              >
                Put first
              </Button>
            )}
            <Button size="small" type="text" onClick={() => toggle(name)} aria-label={`leave out ${name}`}>
              Leave out
            </Button>
          </li>
        ))}
      </ul>
      {operands.length < 2 && (
        <p className="quiet operands-missing">
          {operands.length === 0 ? "No shape is chosen." : "Choose at least one more shape."}
        </p>
      )}
      {ready && !results && <Pending problem={problem}>Combining …</Pending>}
      {results && (
        <>
          <OperationCards
            results={results}
            taken={operation}
            yDown={view.plan.yDown}
            onTake={(next) => set({ operation: next })}
          />
          <div className="regions-written">
            <code className="mono" data-testid="choice-expression">
              {expressionOf(operation)}
            </code>
            <Button size="small" type="primary" onClick={write}>
              Write it
            </Button>
          </div>
        </>
      )}
    </>
  );
}
