/** Hands a file to the browser under a name. */
export function downloadBlob(blob: Blob, name: string): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** A name without the signs that files may not have in theirs. */
export function fileName(name: string): string {
  return name.replace(/[\\/:*?"<>|]+/g, ' ').trim() || 'song';
}

/** Lets the server send a song out, for one that cannot be opened here. */
export function downloadFromServer(songId: string): void {
  downloadFrom(`/api/songs/${songId}/export.mid?as=written`);
}

/** Saves what the server sends from an address as a file, under the name that it gives. */
export function downloadFrom(address: string): void {
  const link = document.createElement('a');
  link.href = address;
  link.download = '';
  link.click();
}
