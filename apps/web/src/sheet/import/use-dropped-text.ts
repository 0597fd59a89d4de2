import { type DragEvent, useEffect, useRef, useState } from "react";
import type { ImportText } from "./import-dialog";

/** Files dropped anywhere on the desk, and text pasted outside of every field, as something to import. */
export function useDroppedText(onText: (text: ImportText) => void) {
  const [over, setOver] = useState(false);
  const report = useRef(onText);
  report.current = onText;

  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const target = event.target as HTMLElement;
      if (target.closest(".cm-editor, input, textarea, select, [contenteditable=true], .ant-modal")) return;
      const text = event.clipboardData?.getData("text/plain");
      if (text?.trim()) report.current({ text, fileName: "" });
    };
    window.addEventListener("paste", paste);
    return () => window.removeEventListener("paste", paste);
  }, []);

  const holdsFiles = (event: DragEvent): boolean => event.dataTransfer.types.includes("Files");
  // Before the editor, which would write a dropped file into its text.
  const handlers = {
    onDragOverCapture(event: DragEvent) {
      if (!holdsFiles(event)) return;
      event.preventDefault();
      setOver(true);
    },
    onDragLeave(event: DragEvent) {
      if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false);
    },
    onDropCapture(event: DragEvent) {
      setOver(false);
      const [file] = event.dataTransfer.files;
      if (!file) return;
      event.preventDefault();
      event.stopPropagation();
      file.text().then((text) => report.current({ text, fileName: file.name }));
    },
  };
  return { over, handlers };
}
