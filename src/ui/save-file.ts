/** Lets the browser save a file that was made here. */
export function saveFile(name: string, type: string, content: string | Uint8Array<ArrayBuffer>): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
