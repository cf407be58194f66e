/** How the song stands with the server: all there; on its way; the server cannot be reached; it answers but gets nowhere; it will not take a
 *  Change; its history is another than this window's; it has deleted the song. */
export type Link = 'saved' | 'saving' | 'away' | 'stalled' | 'refused' | 'parted' | 'deleted';

const KEPT: Readonly<Record<Link, string>> = {
  saved: 'Saved',
  saving: 'Saving …',
  away: 'Server away: kept here, sent later',
  stalled: 'Not saved yet: kept here, trying again',
  refused: 'Not saved: kept here',
  parted: 'Not saved: kept here',
  deleted: 'Deleted: kept here',
};

const NOT_KEPT = 'Not kept on this device: leave only when it says Saved';

/** How a song stands with the server and this browser, in a line. */
export function linkWords({
  link,
  unsent,
  isKept,
}: {
  readonly link: Link;
  readonly unsent: readonly unknown[];
  readonly isKept: boolean;
}): string {
  return unsent.length > 0 && !isKept ? NOT_KEPT : KEPT[link];
}
