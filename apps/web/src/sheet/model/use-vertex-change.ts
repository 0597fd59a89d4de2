import { type VertexChange, VertexChangeError, vertexEdits } from "@vertexon/notation";
import { App } from "antd";
import { useCallback } from "react";
import { useChoice } from "./choice";
import { useEdits } from "./edits";
import { shapeBehind } from "./scene";

/** Changes the corners of the chosen shape, or says why that cannot be. */
export function useVertexChange(): (change: VertexChange) => void {
  const { message } = App.useApp();
  const { edit } = useEdits();
  const { chosen } = useChoice();
  return useCallback(
    (change) =>
      edit((current, text) => {
        const now = shapeBehind(current, chosen);
        const definition = current.definitions.find((each) => each.name === now?.definition);
        if (definition?.value?.type !== "shape") return null;
        try {
          const { from, to } = definition.span;
          return vertexEdits(text.slice(from, to), from, definition.value, change);
        } catch (error) {
          if (!(error instanceof VertexChangeError)) throw error;
          void message.info(error.message);
          return null;
        }
      }),
    [edit, chosen, message],
  );
}
