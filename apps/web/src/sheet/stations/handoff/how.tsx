import { formOf, INDEX_TYPES, LAYOUTS, NUMBER_TYPES } from "@vertexon/geometry";
import { Checkbox, InputNumber, Segmented, Select } from "antd";
import { useState } from "react";
import { stepAcross } from "@/format/step";
import { useAnswers } from "../../model/answers";
import { NumberField } from "../parts/number-field";
import type { Chosen } from "./use-handoff";

/** Digits, layout and types, and where the plan lies in the target. */
export function How({ chosen: { asked, change } }: { chosen: Chosen }) {
  const { view } = useAnswers();
  const { options, format } = asked;
  const { decimals, layout, numbers, indices, axis, origin, factor, shares, as } = options;
  const { group, layouts, numbers: types, hasShares, axis: ownAxis } = formOf(format);
  const isMeant = axis !== null || origin !== null || factor !== 1 || shares;
  const [isOpen, setOpen] = useState(false);
  const isExact = decimals === "exact";
  const integers = decimals === 0 ? types.filter((type) => type.startsWith("int")) : [];
  const offered = NUMBER_TYPES.filter((type) => types.includes(type) && (decimals === 0 || !type.startsWith("int")));
  const setDecimals = (next: number | "exact") =>
    change({ options: { decimals: next, numbers: next !== 0 && numbers?.startsWith("int") ? null : numbers } });
  return (
    <>
      {group !== "fields" && (
        <div className="handoff-field">
          <span>digits</span>
          <InputNumber
            size="small"
            min={0}
            max={17}
            precision={0}
            value={isExact ? null : decimals}
            placeholder="all"
            disabled={isExact}
            onChange={(d) => d !== null && setDecimals(d)}
            aria-label="decimals"
            className="handoff-number"
          />
          <Checkbox checked={isExact} onChange={({ target }) => setDecimals(target.checked ? "exact" : 3)}>
            shortest exact
          </Checkbox>
          {layouts.length > 1 && (
            <Select
              size="small"
              value={layout ?? layouts[0]}
              options={LAYOUTS.filter((each) => layouts.includes(each)).map((value) => ({
                value,
                label: LAYOUT_WORDS[value],
              }))}
              onChange={(next) => change({ options: { layout: next } })}
              aria-label="layout"
            />
          )}
          {types.length > 1 && (
            <Select
              size="small"
              value={numbers ?? integers[0] ?? types[0]}
              options={offered.map((value) => ({ value, label: value }))}
              onChange={(next) => change({ options: { numbers: next } })}
              aria-label="numbers"
            />
          )}
          {(as === "triangles" || as === "fans") && (
            <Select
              size="small"
              value={indices ?? "uint32"}
              options={INDEX_TYPES.map((value) => ({ value, label: value }))}
              onChange={(next) => change({ options: { indices: next } })}
              aria-label="indices"
            />
          )}
        </div>
      )}
      <div className="handoff-field">
        <span>target</span>
        {isOpen || isMeant ? (
          <>
            <Segmented
              size="small"
              value={axis ?? ownAxis ?? (view.plan.yDown ? "down" : "up")}
              options={[
                { value: "down", label: "y down" },
                { value: "up", label: "y up" },
              ]}
              onChange={(next) => change({ options: { axis: next as "up" | "down" } })}
              aria-label="the target's y"
            />
            {!shares && (
              <>
                <span title="the place of the plan that is the target's origin">origin</span>
                {(["x", "y"] as const).map((key) => (
                  <NumberField
                    key={key}
                    step={stepAcross(view.plan)}
                    value={origin?.[key] ?? null}
                    placeholder={key}
                    onChange={(next) =>
                      change({ options: { origin: next === null ? null : { x: 0, y: 0, ...origin, [key]: next } } })
                    }
                    aria-label={`origin ${key}`}
                    className="handoff-number"
                  />
                ))}
                <span title="the target's units to a plan unit">factor</span>
                <NumberField
                  min={1e-9}
                  value={factor}
                  onChange={(next) => next && change({ options: { factor: next } })}
                  aria-label="factor"
                  className="handoff-number"
                />
              </>
            )}
            {hasShares !== false && (
              <Checkbox
                checked={shares}
                onChange={({ target }) =>
                  change({ options: target.checked ? { shares: true, origin: null, factor: 1 } : { shares: false } })
                }
              >
                shares of the box
              </Checkbox>
            )}
          </>
        ) : (
          <button type="button" className="handoff-plain" onClick={() => setOpen(true)}>
            y {(ownAxis ?? (view.plan.yDown ? "down" : "up")) === "down" ? "down" : "up"}, in {view.plan.unit}, origin
            as in the plan <span className="handoff-change">Change</span>
          </button>
        )}
      </div>
    </>
  );
}

const LAYOUT_WORDS = {
  nested: "nested rings",
  pairs: "pairs",
  flat: "one flat list",
  separate: "x and y apart",
};
