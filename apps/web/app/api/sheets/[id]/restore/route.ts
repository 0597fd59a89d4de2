import { answer } from "@/server/answer";
import { sheetId } from "@/server/request-bodies";
import { database } from "@/storage/database";
import { restoreSheet } from "@/storage/sheets";

export function POST(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => restoreSheet(await database(), await sheetId.validate((await params).id)));
}
