import { answer } from "@/server/answer";
import { identifier } from "@/server/request-bodies";
import { database } from "@/storage/database";
import { detach } from "@/storage/sheets";

export function DELETE(_request: Request, { params }: { params: Promise<{ id: string; attachment: string }> }) {
  return answer(async () => {
    const { id, attachment } = await params;
    return detach(await database(), await identifier.validate(id), await identifier.validate(attachment));
  });
}
