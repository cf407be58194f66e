/** Files that the system hands over to the app, where it can be told to open them with it. */
interface LaunchQueue {
  setConsumer(take: (launch: { readonly files?: readonly { getFile(): Promise<File> }[] }) => void): void;
}

/** Calls `take` with each file that the system opens with the app. */
export function whenOpenedWith(take: (file: File) => void): void {
  const { launchQueue } = globalThis as { launchQueue?: LaunchQueue };
  launchQueue?.setConsumer(({ files = [] }) => {
    for (const handle of files.slice(0, 1)) handle.getFile().then(take, () => undefined);
  });
}

/** The file that another app has shared, which the service worker kept; null where there is none. It is handed over once. */
export async function sharedFile(): Promise<File | null> {
  if (!('caches' in globalThis)) return null;
  const cache = await caches.open('yibbo shared');
  const kept = await cache.match('/shared');
  if (!kept) return null;
  await cache.delete('/shared');
  const name = decodeURIComponent(kept.headers.get('X-Name') ?? 'shared');
  return new File([await kept.blob()], name, { type: kept.headers.get('Content-Type') ?? '' });
}

/** Carries a file from the page that was handed it to the page that takes it, once. */
export class HandedFile {
  private file: File | null = null;

  give(file: File): void {
    this.file = file;
  }

  take(): File | null {
    const { file } = this;
    this.file = null;
    return file;
  }
}
