import { answer } from "@/server/answer";
import { sheetId } from "@/server/request-bodies";
import { database } from "@/storage/database";
import { detach } from "@/storage/sheets";

export function DELETE(_request: Request, { params }: { params: Promise<{ id: string; name: string }> }) {
  return answer(async () => {
    const { id, name } = await params;
    return detach(await database(), await sheetId.validate(id), name);
  });
}
