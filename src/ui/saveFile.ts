/** Hands a file to the browser's downloads. */
export function saveFile(name: string, type: string, content: ArrayBuffer | string): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
