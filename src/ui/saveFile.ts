/** Hands a file to the browser's downloads. */
export function saveFile(name: string, type: string, content: ArrayBuffer | string): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  window.setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

/** A cell that a spreadsheet would run as a sum: by its first letter, unless the whole of it is a number. */
const FORMULA = /^(?![+-]?\d+(?:\.\d+)?$)[=+\-@\t\r]/;
/** A table as commas and lines, what would be run as a sum marked as text, for a name may begin with "=". Never throws. */
export async function tableText(rows: readonly (readonly string[])[]): Promise<string> {
  const { unparse } = await import("papaparse");
  return unparse(rows as string[][], { escapeFormulae: FORMULA });
}
/** Hands a table to the browser's downloads: the one door of all tables. */
export const saveTable = async (name: string, rows: readonly (readonly string[])[]): Promise<void> =>
  saveFile(name, "text/csv", await tableText(rows));
