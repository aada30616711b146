/** Gives a file to whoever asked for it, as a download. */
export function saveFile(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  // The download has begun once the click is done; a moment later its source may go.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}
