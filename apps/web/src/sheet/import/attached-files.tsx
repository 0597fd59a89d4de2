import { App, Button } from "antd";
import { plural } from "@/format/numbers";
import type { Attached, Attachments } from "../model/attached";

/** What is attached to the sheet; what its script does not name can be removed. */
export function AttachedFiles({ attachments, script }: { attachments: Attachments; script: string }) {
  const { message } = App.useApp();
  const { files } = attachments;
  if (!files?.length) return null;
  const remove = async (file: Attached) => {
    try {
      await attachments.remove(file);
      void message.info({
        key: file.name,
        duration: 12,
        content: (
          <span>
            {file.name} removed{" "}
            <Button
              size="small"
              onClick={() => {
                message.destroy(file.name);
                attachments.add([file]).catch((error: Error) => message.error(error.message));
              }}
            >
              Undo
            </Button>
          </span>
        ),
      });
    } catch (error) {
      void message.error((error as Error).message);
    }
  };
  return (
    <section aria-label="Attached to this sheet">
      <p>
        <strong>Attached to this sheet</strong>
      </p>
      <ul className="attached" data-testid="attached">
        {files.map((file) => (
          <li key={file.name}>
            <span className="mono">{file.name}</span>
            <span className="quiet">{plural(file.content.length, "character")}</span>
            {script.includes(`"${file.name}"`) ? (
              <span className="quiet">named in the script</span>
            ) : (
              <Button size="small" onClick={() => remove(file)} aria-label={`Remove ${file.name}`}>
                Remove
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
