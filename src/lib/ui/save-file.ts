/** Lets the browser save something as a file. @param content written as JSON */
export function saveFile(content: unknown, name: string, type = 'application/json'): void {
  const address = URL.createObjectURL(new Blob([JSON.stringify(content, null, 2)], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
