/** how long a browser may take to read what it was handed, ms */
const READ_WITHIN_MS = 10_000;

/** Hands a file to the browser to save. */
export function saveAs(content: Blob, fileName: string): void {
  const url = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = url;
  link.download = fileName;
  link.click();
  setTimeout(() => {
    URL.revokeObjectURL(url);
  }, READ_WITHIN_MS);
}
