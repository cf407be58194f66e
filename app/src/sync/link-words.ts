import type { Link, SongState } from '../store/song';

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
export function linkWords({ link, unsent, isKept }: Pick<SongState, 'link' | 'unsent' | 'isKept'>): string {
  return unsent.length > 0 && !isKept ? NOT_KEPT : KEPT[link];
}
