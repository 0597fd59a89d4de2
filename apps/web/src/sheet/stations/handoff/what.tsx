import type { HandoffFormat, ShapeKind } from "@vertexon/geometry";
import { FORM_GROUPS, formOf, handoffForms } from "@vertexon/geometry";
import { Button, Segmented, Select } from "antd";
import { useAnswers } from "../../model/answers";
import { appendedLine, freshName } from "../../model/append";
import { useEdits } from "../../model/edits";
import { useOwnValue } from "../parts/use-own-value";
import type { Chosen } from "./use-handoff";

const FORMS = Object.keys(handoffForms) as HandoffFormat[];
const isOfFields = (format: HandoffFormat): boolean => formOf(format).group === "fields";

const KINDS: { value: ShapeKind; label: string }[] = [
  { value: "region", label: "region" },
  { value: "outline", label: "outline" },
  { value: "triangles", label: "triangles" },
  { value: "fans", label: "fans" },
];

/** What is handed off, in which form, and how shapes are taken. */
export function What({ chosen, taken }: { chosen: Chosen; taken: readonly ShapeKind[] }) {
  const { view } = useAnswers();
  const { asked, change } = chosen;
  const { holds } = formOf(asked.format);
  // Names have no commas. What was taken out or added last counts at once, whether or not it is evaluated yet.
  const [list, setList] = useOwnValue(asked.targets.join(), view);
  const targets = list === "" ? [] : list.split(",");
  const fields = view.definitions.flatMap(({ name, value }) => (value?.type === "field" ? [name] : []));
  const forms = FORM_GROUPS.map((label) => ({
    label: label === "fields" && fields.length === 0 ? "fields: the sheet has none yet" : label,
    options: FORMS.filter((format) => formOf(format).group === label).map((value) => ({
      value,
      label: formOf(value).title,
      disabled: isOfFields(value) && fields.length === 0,
    })),
  }));
  /** Forms of fields take one field: one of those that are handed off, or the first of the sheet. */
  const changeForm = (format: HandoffFormat): void => {
    const field = targets.find((name) => fields.includes(name)) ?? fields[0];
    const isMeant = isOfFields(format) && field && !(targets.length === 1 && targets[0] === field);
    change(isMeant ? { format, targets: [field] } : { format });
  };
  const names = view.definitions.flatMap(({ name, value }) => {
    if (value?.type === "list") return [name, ...value.shapes.map((each) => each.name)];
    return value && ["shape", "point", "number", "probe", "field"].includes(value.type) ? [name] : [];
  });
  const known = [...new Set([...names, ...targets])];
  const kinds = KINDS.filter(
    ({ value }) => value === "region" || value === "outline" || holds.kinds.includes("triangles"),
  );
  return (
    <>
      <div className="handoff-field">
        <span>what</span>
        <Select
          mode="multiple"
          size="small"
          value={targets}
          placeholder="all results"
          options={known.map((value) => ({ value, label: value }))}
          onChange={(next) => {
            setList(next.join());
            change({ targets: next });
          }}
          maxTagCount="responsive"
          aria-label="what is handed off"
        />
      </div>
      <div className="handoff-field">
        <span>form</span>
        <Select
          size="small"
          showSearch={{ optionFilterProp: "label" }}
          value={asked.format}
          options={forms}
          onChange={changeForm}
          listHeight={420}
          popupMatchSelectWidth={false}
          aria-label="form"
        />
        {taken.length > 0 && (
          <Segmented
            size="small"
            value={taken.length === 1 ? taken[0] : ""}
            options={kinds}
            onChange={(as) => change({ options: { as: as as ShapeKind, indices: null } })}
            aria-label="how shapes are taken"
          />
        )}
      </div>
      {asked.format === "template" && <TemplateChoice chosen={chosen} />}
    </>
  );
}

/** Which template of the sheet says how to write; one can be added. */
function TemplateChoice({ chosen: { asked, change } }: { chosen: Chosen }) {
  const { view } = useAnswers();
  const { edit } = useEdits();
  const templates = view.definitions.filter(({ value }) => value?.type === "template").map(({ name }) => name);
  const add = (): void => {
    const name = freshName(view, "rows");
    edit((_, script) =>
      appendedLine(
        script,
        `${name} = template(point: "{x}, {y}", separator: "; ", ring: "{points}", outline: "{name}: {rings}")`,
      ),
    );
    change({ options: { with: name } });
  };
  return (
    <div className="handoff-field">
      <span>template</span>
      <Select
        size="small"
        value={asked.options.with}
        placeholder={templates.length ? "plain points" : "none in the sheet yet: plain points"}
        options={templates.map((value) => ({ value, label: value }))}
        onChange={(name) => change({ options: { with: name } })}
        allowClear
        aria-label="template"
      />
      <Button size="small" onClick={add}>
        Add one
      </Button>
    </div>
  );
}
