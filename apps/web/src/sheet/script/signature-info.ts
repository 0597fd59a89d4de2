import type { OwnFunction } from "@vertexon/notation";

/** What is shown of a function: the notation's own have types beside their parameters, those of a sheet have not. */
export interface Signature {
  name: string;
  about: string;
  parameters: readonly { name: string; type?: string; about: string; words?: readonly string[]; default?: string }[];
}

/** A function of the sheet in the form that the notation's own have. */
export function ownSignature({ name, parameters }: OwnFunction): Signature {
  return {
    name,
    about: "A function of this sheet.",
    parameters: parameters.map((parameter) => ({
      name: parameter.name,
      about: "",
      ...(parameter.default === null ? {} : { default: parameter.default }),
    })),
  };
}

/** A function's parameters with their defaults, one a line; the one at `current` stands out. */
export function signatureInfo({ name, about, parameters }: Signature, current: string | null = null): HTMLElement {
  const box = element("div", "signature");
  const head = element("div", "signature-head");
  head.append(`${name}(`);
  parameters.forEach((parameter, i) => {
    if (i > 0) head.append(", ");
    const part = element(parameter.name === current ? "strong" : "span", "");
    part.textContent = parameter.default === undefined ? parameter.name : `${parameter.name}?`;
    head.append(part);
  });
  head.append(")");
  box.append(head);
  const shown = current === null ? parameters : parameters.filter((parameter) => parameter.name === current);
  if (current === null || shown.length === 0) box.append(line(about));
  for (const parameter of shown) {
    const words = [parameter.type, parameter.about].filter(Boolean).join(": ");
    const otherwise = parameter.default === undefined ? "" : ` (default: ${parameter.default})`;
    if (words || otherwise) box.append(line(`${[parameter.name, words].filter(Boolean).join(", ")}${otherwise}`));
  }
  return box;
}

function line(text: string): HTMLElement {
  const made = element("div", "signature-line");
  made.textContent = text;
  return made;
}

function element(tag: string, className: string): HTMLElement {
  const made = document.createElement(tag);
  made.className = className;
  return made;
}
