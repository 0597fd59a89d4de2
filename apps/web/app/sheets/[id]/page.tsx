import { notFound } from "next/navigation";
import { identifier } from "@/server/request-bodies";
import { SheetScreen } from "@/sheet/sheet-screen";
import { database } from "@/storage/database";
import { NoSuchSheetError, readSheet } from "@/storage/sheets";

export const dynamic = "force-dynamic";

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  if (!identifier.isValidSync(id)) notFound();
  try {
    const { name, note, script, revision, changedAt } = await readSheet(await database(), id);
    return <SheetScreen sheet={{ id, name, note, script, revision, changedAt: changedAt.toISOString() }} />;
  } catch (error) {
    if (error instanceof NoSuchSheetError) notFound();
    throw error;
  }
}
