import type { Document } from '../../model/document';
import type { Id } from '../../model/entities';
import { GULL_PARADE } from './gull-parade';
import { LAST_BOAT_HOME } from './last-boat-home';
import { songOf } from './notation';
import { TIDE_TABLE } from './tide-table';

/** "Last Boat Home", the song a newcomer meets. */
export function demoSong(newId: () => Id): Document {
  return songOf(LAST_BOAT_HOME, newId);
}

/** All songs of the ferry band, the one to be met first last: songs are listed by when they were changed. */
export function demoSongs(newId: () => Id): Document[] {
  return [TIDE_TABLE, GULL_PARADE, LAST_BOAT_HOME].map((written) => songOf(written, newId));
}
