"use client";

import { exampleAttachments, exampleScript, referenceGroups } from "@vertexon/notation";
import { App, Button, Input } from "antd";
import { useRouter } from "next/navigation";
import { useCallback, useMemo, useState } from "react";
import { useSheetPictures } from "@/all-sheets/use-sheet-pictures";
import { request } from "@/client/request";
import type { SheetData } from "@/sheet/sheet-data";
import { FunctionEntry, StatementEntry } from "./entries";
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
  const open = useCallback(
    async (name: string, script: string) => {
      try {
        const body = { name, note: "from the notation", script, attachments: attachmentsOf(script) };
        const made = await request<SheetData>("POST", "/api/sheets", body);
        router.push(`/sheets/${made.id}`);
      } catch (error) {
        void message.error((error as Error).message);
      }
    },
    [message, router],
  );
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
      {statements.map((statement) => (
        <StatementEntry
          key={statement.title}
          statement={statement}
          drawn={pictures.get(statement.script)}
          open={open}
        />
      ))}
      {groups.map(({ title, prefix, entries }) => (
        <section key={title}>
          <h2>{title}</h2>
          {entries.map((signature) => (
            <FunctionEntry
              key={signature.name}
              signature={signature}
              prefix={prefix}
              drawn={pictures.get(exampleScript(signature))}
              open={open}
            />
          ))}
        </section>
      ))}
    </main>
  );
}
