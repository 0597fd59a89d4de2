import { formOf, type HandoffFormat } from "@vertexon/geometry";
import { type Asked, DEFAULT_OPTIONS, defaultFile, type HandoffOptions } from "@vertexon/notation";
import { useState } from "react";
import type { SheetView } from "@/worker/sheet-view";
import { useAnswers } from "../../model/answers";
import { appendedLine } from "../../model/append";
import { useChoice } from "../../model/choice";
import { useEdits } from "../../model/edits";
import { emitStatement, withEnding } from "../../model/emit-statement";

type Change = Partial<Pick<Asked, "targets" | "format">> & { options?: Partial<HandoffOptions> };

/** What is handed off, and how it is changed: an `emit` of the script, or what was chosen for a shape without one. */
export interface Chosen {
  asked: Asked & { file: string };
  /** The first sampled field among it. */
  field: string | null;
  /** Its place among the emissions; null where the script does not keep it. */
  kept: number | null;
  change(change: Change): void;
  /** Adds its statement to the script. */
  keep(): void;
  /** Takes up an emission, or a new one for the chosen shape. */
  pick(kept: number | null): void;
}

export function useHandoff(): Chosen | null {
  const { view } = useAnswers();
  const { shape, chosen } = useChoice();
  const { edit } = useEdits();
  const [own, setOwn] = useState<{ format: HandoffFormat | null; options: HandoffOptions; targets: string[] | null }>({
    format: null,
    options: DEFAULT_OPTIONS,
    targets: null,
  });
  const [picked, setPicked] = useState<{ shape: string | null; kept: number | null } | null>(null);
  const isField = (wanted: string | null): boolean =>
    view.definitions.some(({ name, value }) => name === wanted && value?.type === "field");
  const lastField = view.definitions.findLast(({ value }) => value?.type === "field");
  const name = isField(chosen) ? chosen : (shape?.name ?? lastField?.name ?? null);
  const wanted = picked && picked.shape === name ? picked.kept : emissionOf(view, name);
  const kept = wanted !== null && wanted < view.emissions.length ? wanted : null;
  const emission = kept === null ? null : view.emissions[kept];
  const targets = emission?.targets ?? (own.targets?.length ? own.targets : name ? [name] : []);
  if (!emission && targets.length === 0) return null;
  const field = targets.find(isField) ?? null;
  const { format, options } = emission ?? { ...own, format: formFor(own.format, field !== null) };
  const file = emission?.file ?? defaultFile(targets, format);
  const pick = (next: number | null): void => {
    setPicked({ shape: name, kept: next });
    setOwn((now) => ({ ...now, targets: null }));
  };
  return {
    asked: { targets, format, options, file },
    field,
    kept,
    pick,
    keep: () => {
      edit((_, script) => appendedLine(script, emitStatement(targets, format, options, file)));
      setPicked({ shape: name, kept: view.emissions.length });
    },
    change: (change) => {
      const next = {
        targets: change.targets ?? targets,
        format: change.format ?? format,
        options: { ...(change.format ? kindOnly(options) : options), ...change.options },
      };
      if (kept === null) return setOwn({ ...next, format: change.format ?? own.format });
      // It stays taken up, also where the chosen shape is no part of it any more.
      setPicked({ shape: name, kept });
      const isOwn = file !== defaultFile(targets, format);
      const to = isOwn
        ? next.format === format
          ? file
          : withEnding(file, next.format)
        : defaultFile(next.targets, next.format);
      edit((current) => {
        const span = current.emissions[kept]?.span;
        return span ? [{ ...span, insert: emitStatement(next.targets, next.format, next.options, to) }] : null;
      });
    },
  };
}

/** The form that was chosen, or the usual one; forms of fields are for these. */
function formFor(chosen: HandoffFormat | null, hasFields: boolean): HandoffFormat {
  if (chosen && (hasFields || formOf(chosen).group !== "fields")) return chosen;
  return hasFields ? "png16" : "typescript";
}

/** What of the options means the same in another form. */
function kindOnly({ decimals, as, axis, origin, factor }: HandoffOptions): HandoffOptions {
  const isShape = as === "region" || as === "outline";
  return { ...DEFAULT_OPTIONS, decimals, as: isShape ? as : null, axis, origin, factor };
}

/** The emission of a shape: of it alone, or else one that it is in. */
function emissionOf({ emissions }: SheetView, name: string | null): number | null {
  if (name === null) return null;
  const alone = emissions.findIndex(({ targets }) => targets.length === 1 && targets[0] === name);
  const holds = (target: string): boolean => target === name || name.startsWith(`${target}.at(`);
  const among = emissions.findIndex(({ targets, definitions }) => (targets.length ? targets : definitions).some(holds));
  const found = alone >= 0 ? alone : among;
  return found < 0 ? null : found;
}
