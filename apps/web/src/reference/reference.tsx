"use client";

import { callForm, exampleAttachments, exampleScript, referenceGroups } from "@vertexon/notation";
import { App, Button, Input } from "antd";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { SheetPicture } from "@/all-sheets/sheet-picture";
import { useSheetPictures } from "@/all-sheets/use-sheet-pictures";
import { request } from "@/client/request";
import { planDigits } from "@/format/plan-digits";
import { marginText } from "@/sheet/script/margin-text";
import type { SheetData } from "@/sheet/sheet-data";
import { STATEMENTS } from "./statements";
import "./reference.css";

/** The attached files that an example names. */
function attachmentsOf(example: string) {
  return exampleAttachments.filter(({ name }) => example.includes(`"${name}"`));
}

/** The notation: its statements, and every function with its arguments and an example that opens as a sheet. */
export function Reference() {
  const { message } = App.useApp();
  const router = useRouter();
  const [search, setSearch] = useState("");
  const examples = useMemo(
    () => [
      ...STATEMENTS.map(({ script }) => ({ script })),
      ...referenceGroups.flatMap(({ entries }) =>
        entries.map((entry) => ({ script: exampleScript(entry), attachments: attachmentsOf(entry.example) })),
      ),
    ],
    [],
  );
  const pictures = useSheetPictures(examples);
  const open = async (name: string, script: string) => {
    try {
      const body = { name, note: "from the notation", script, attachments: attachmentsOf(script) };
      const made = await request<SheetData>("POST", "/api/sheets", body);
      router.push(`/sheets/${made.id}`);
    } catch (error) {
      void message.error((error as Error).message);
    }
  };
  const wanted = (text: string): boolean => text.toLowerCase().includes(search.trim().toLowerCase());
  const statements = STATEMENTS.filter(({ title, about, script }) => wanted(`${title} ${about} ${script}`));
  const groups = referenceGroups
    .map((group) => ({ ...group, entries: group.entries.filter(({ name, about }) => wanted(`${name} ${about}`)) }))
    .filter(({ entries }) => entries.length > 0);
  return (
    <main className="reference">
      <header className="all-head">
        <h1>Notation</h1>
        <span className="grow" />
        <Input
          allowClear
          className="all-search"
          placeholder="Search the notation"
          aria-label="Search the notation"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
        <Button onClick={() => router.push("/")}>All sheets</Button>
      </header>
      {statements.length === 0 && groups.length === 0 && (
        <p className="panel-empty">Nothing in the notation holds “{search}”.</p>
      )}
      {statements.length > 0 && <h2>Statements and words</h2>}
      {statements.map(({ title, about, script }) => (
        <article className="entry" key={title} data-testid="entry">
          <div>
            <h3>{title}</h3>
            <p>{about}</p>
            <pre>{script}</pre>
            <Button size="small" onClick={() => open(title, script)} aria-label={`Open ${title} as a sheet`}>
              Open as a sheet
            </Button>
          </div>
          <SheetPicture picture={pictures.get(script)?.picture} />
        </article>
      ))}
      {groups.map(({ title, prefix, entries }) => (
        <section key={title}>
          <h2>{title}</h2>
          {entries.map((entry) => {
            const script = exampleScript(entry);
            const { view, picture } = pictures.get(script) ?? {};
            const value = view?.definitions[0]?.value ?? null;
            const isPicture = value?.type === "shape" || (value?.type === "list" && value.shapes.length > 0);
            return (
              <article className="entry" key={entry.name} data-testid="entry">
                <div>
                  <h3 className="mono">{callForm(entry, prefix)}</h3>
                  <p>
                    {entry.about} <span className="quiet">Gives a {entry.returns}.</span>
                  </p>
                  <dl>
                    {entry.parameters.map((parameter) => (
                      <div key={parameter.name}>
                        <dt className="mono">{parameter.name}</dt>
                        <dd>
                          <span className="quiet">{parameter.type}:</span> {parameter.about}
                          {parameter.default !== undefined && (
                            <span className="quiet"> (default: {parameter.default})</span>
                          )}
                        </dd>
                      </div>
                    ))}
                  </dl>
                  <pre>{entry.example}</pre>
                  <Button
                    size="small"
                    onClick={() => open(entry.name, script)}
                    aria-label={`Open ${entry.name} as a sheet`}
                  >
                    Open as a sheet
                  </Button>
                </div>
                {isPicture || !view ? (
                  <SheetPicture picture={picture} />
                ) : (
                  <span className="sheet-picture mono">{marginText(value, planDigits(view.plan)).text}</span>
                )}
              </article>
            );
          })}
        </section>
      ))}
    </main>
  );
}
