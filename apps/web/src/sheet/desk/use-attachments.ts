import type { Attachment } from "@vertexon/notation";
import { useCallback, useEffect, useMemo, useState } from "react";
import { request } from "@/client/request";
import type { Attached, Attachments } from "../model/attached";

/** What is attached to a sheet, kept on the server. */
export function useAttachments(sheetId: string): Attachments {
  const [files, setFiles] = useState<readonly Attached[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const path = `/api/sheets/${sheetId}/attachments`;
  useEffect(() => {
    let open = true;
    request<Attached[]>("GET", path).then(
      (found) => open && setFiles(found),
      (error: Error) => {
        if (!open) return;
        setFiles([]); // the script is shown all the same, with its mistakes
        setProblem(`what is attached to this sheet could not be read: ${error.message}`);
      },
    );
    return () => {
      open = false;
    };
  }, [path]);

  const add = useCallback(
    async (added: readonly Attachment[]) => {
      for (const file of added) {
        const kept = await request<Attached>("POST", path, { name: file.name, content: file.content });
        setFiles((now) => [...(now ?? []).filter(({ name }) => name !== file.name), kept]);
      }
    },
    [path],
  );
  const remove = useCallback(
    async ({ id }: Attached) => {
      await request("DELETE", `${path}/${id}`);
      setFiles((now) => (now ?? []).filter((file) => file.id !== id));
    },
    [path],
  );
  return useMemo(() => ({ files, problem, add, remove }), [files, problem, add, remove]);
}
