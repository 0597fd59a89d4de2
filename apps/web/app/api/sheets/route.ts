import { answer, readBody } from "@/server/answer";
import { MOST_BODY_WITH_FILES, newSheetBody } from "@/server/request-bodies";
import { database } from "@/storage/database";
import { createSheet, listSheets } from "@/storage/sheets";

export const dynamic = "force-dynamic";

export function GET() {
  return answer(async () => listSheets(await database()));
}

export function POST(request: Request) {
  return answer(
    async () => createSheet(await database(), await readBody(request, newSheetBody, MOST_BODY_WITH_FILES)),
    201,
  );
}
