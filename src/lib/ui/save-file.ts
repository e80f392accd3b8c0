/** Lets the browser save a text as a file. */
export function saveFile(text: string, name: string, type: string): void {
  const address = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}

/** Lets the browser save something as JSON. */
export function saveJson(content: unknown, name: string, type = 'application/json'): void {
  saveFile(JSON.stringify(content, null, 2), name, type);
}
