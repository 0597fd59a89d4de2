/** Hands a file to the browser, which saves it. */
export function saveFile(name: string, content: string | Uint8Array, mediaType: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([content as BlobPart], { type: mediaType }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
