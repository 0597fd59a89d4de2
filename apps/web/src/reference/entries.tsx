import { callForm, exampleScript, type FunctionSignature } from "@vertexon/notation";
import { Button } from "antd";
import { memo } from "react";
import { SheetPicture } from "@/all-sheets/sheet-picture";
import type { DrawnSheet } from "@/all-sheets/use-sheet-pictures";
import { planDigits } from "@/format/plan-digits";
import { marginText } from "@/sheet/script/margin-text";
import type { Statement } from "./statements";

/** What both sorts of entries need. */
interface Shown {
  /** Not there before the example is drawn. */
  drawn: DrawnSheet | undefined;
  open: (name: string, script: string) => void;
}

// Memoised both: pictures come in one by one, and there are over a hundred entries.

/** A statement or word with an example. */
export const StatementEntry = memo(function StatementEntry({
  statement: { title, about, script },
  drawn,
  open,
}: Shown & { statement: Statement }) {
  return (
    <article className="entry" data-testid="entry">
      <div>
        <h3>{title}</h3>
        <p>{about}</p>
        <Example name={title} text={script} open={() => open(title, script)} />
      </div>
      <SheetPicture picture={drawn?.picture} />
    </article>
  );
});

/** A function with its arguments, and an example with its picture or its value. */
export const FunctionEntry = memo(function FunctionEntry({
  signature,
  prefix,
  drawn,
  open,
}: Shown & { signature: Omit<FunctionSignature, "run">; prefix: string }) {
  const { name, about, returns, parameters, example } = signature;
  const value = drawn?.view.definitions[0]?.value ?? null;
  const isPicture = value?.type === "shape" || (value?.type === "list" && value.shapes.length > 0);
  return (
    <article className="entry" data-testid="entry">
      <div>
        <h3 className="mono">{callForm(signature, prefix)}</h3>
        <p>
          {about} <span className="quiet">Gives a {returns}.</span>
        </p>
        <dl>
          {parameters.map((parameter) => (
            <div key={parameter.name}>
              <dt className="mono">{parameter.name}</dt>
              <dd>
                <span className="quiet">{parameter.type}:</span> {parameter.about}
                {parameter.default !== undefined && <span className="quiet"> (default: {parameter.default})</span>}
              </dd>
            </div>
          ))}
        </dl>
        <Example name={name} text={example} open={() => open(name, exampleScript(signature))} />
      </div>
      {isPicture || !drawn ? (
        <SheetPicture picture={drawn?.picture} />
      ) : (
        <span className="sheet-picture mono">{marginText(value, planDigits(drawn.view.plan)).text}</span>
      )}
    </article>
  );
});

function Example({ name, text, open }: { name: string; text: string; open: () => void }) {
  return (
    <>
      <pre>{text}</pre>
      <Button size="small" onClick={open} aria-label={`Open ${name} as a sheet`}>
        Open as a sheet
      </Button>
    </>
  );
}
