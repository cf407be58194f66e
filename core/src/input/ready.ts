import { isAudible } from '../playback/lines';
import { SILENT_DB } from '../audio/level';
import { findById, type Document } from '../model/document';
import type { Id } from '../model/entities';

/** A warning for someone about to record. */
export type NotReady =
  | { readonly code: 'soundBlocked' | 'noClick' | 'noDevice' | 'replaces' | 'loopOff' }
  | { readonly code: 'trackMuted' | 'levelDown'; readonly trackId: Id }
  | { readonly code: 'otherSolo'; readonly soloIds: readonly Id[] };

/** The recording set-up, apart from the song. */
export interface RecordingSetUp {
  readonly trackId: Id;
  readonly isSoundBlocked: boolean;
  readonly hasClick: boolean;
  readonly countInBars: number;
  /** Whether a MIDI device was chosen that is not there. */
  readonly lacksDevice: boolean;
  readonly replaces: boolean;
  /** Whether play ends by itself before there is a second time round. */
  readonly isLoopOff: boolean;
}

/** All that may surprise, the most pressing first; empty where all is ready. Without click and count-in nothing says where the beat is, unless another
 *  track is heard. */
export function notReady(document: Document, setUp: RecordingSetUp): readonly NotReady[] {
  const track = findById(document.tracks, setUp.trackId);
  if (!track) return [];
  const soloIds = document.tracks.filter(({ soloed }) => soloed).map(({ id }) => id);
  const hasOthers = document.placements.some(({ trackId, muted }) => {
    const other = findById(document.tracks, trackId);
    return !muted && other && other.id !== track.id && isAudible(document, other);
  });
  const found: (NotReady | false)[] = [
    setUp.isSoundBlocked && { code: 'soundBlocked' },
    soloIds.length > 0 && !track.soloed && { code: 'otherSolo', soloIds },
    soloIds.length === 0 && track.muted && { code: 'trackMuted', trackId: track.id },
    track.levelDb <= SILENT_DB && { code: 'levelDown', trackId: track.id },
    setUp.lacksDevice && { code: 'noDevice' },
    !setUp.hasClick && setUp.countInBars === 0 && !hasOthers && { code: 'noClick' },
    setUp.isLoopOff && { code: 'loopOff' },
    setUp.replaces && { code: 'replaces' },
  ];
  return found.filter((each) => each !== false);
}
