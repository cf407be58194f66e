/** Name of the version that this page is of, as the build wrote it into the page; empty while developing. */
export const BUILD = typeof document === 'undefined' ? '' : (document.querySelector<HTMLMetaElement>('meta[name="build"]')?.content ?? '');

/** The address of a script beside the app, in the version that this page is of. */
export function besideAddress(path: string): string {
  return BUILD ? `${path}?of=${BUILD}` : path;
}
