import { answer } from "@/server/answer";
import { identifier } from "@/server/request-bodies";
import { database } from "@/storage/database";
import { duplicateSheet } from "@/storage/sheets";

export function POST(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return answer(async () => duplicateSheet(await database(), await identifier.validate((await params).id)), 201);
}
