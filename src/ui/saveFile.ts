/** Hands a file to the browser's downloads. */
export function saveFile(name: string, type: string, content: ArrayBuffer | string): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

/**
 * Hands a table to the browser's downloads, as commas and lines. What a spreadsheet would run as a sum is marked as text, for a
 * name may begin with "=".
 */
export async function saveTable(name: string, rows: readonly (readonly string[])[]): Promise<void> {
  const { unparse } = await import("papaparse");
  saveFile(name, "text/csv", unparse(rows as string[][], { escapeFormulae: /^[=+\-@\t\r](?![\d.])/ }));
}
