import { App } from "antd";
import { useCallback } from "react";

/** Copies a text to the clipboard and says so, or that the browser does not allow it. */
export function useCopy(): (text: string, said: string) => Promise<void> {
  const { message } = App.useApp();
  return useCallback(
    async (text, said) => {
      try {
        await navigator.clipboard.writeText(text);
        void message.success(said);
      } catch {
        void message.error("the browser did not allow copying: select the text and copy it by hand");
      }
    },
    [message],
  );
}
