/** Gives a text to the browser as a file to keep. */
export function saveFile(text: string, name: string, type: string) {
  const address = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  // Some browsers begin to read it a moment later.
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}
