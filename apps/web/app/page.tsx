import { AllSheets } from "@/all-sheets/all-sheets";
import { database } from "@/storage/database";
import { listSheets } from "@/storage/sheets";

export const dynamic = "force-dynamic";

export default async function Page() {
  const rows = await listSheets(await database());
  const sheets = rows.map(({ id, name, note, script, revision, changedAt, attached }) => ({
    id,
    name,
    note,
    script,
    revision,
    attached,
    changedAt: changedAt.toISOString(),
  }));
  return <AllSheets initial={sheets} />;
}
