import type { EngineGate } from '../audio/messages';
import { SAMPLE_RATE } from '../audio/rate';
import type { Document } from '../model/document';
import type { Track } from '../model/entities';
import { most, TICKS_PER_QUARTER } from '../time';
import type { FrameOf } from './engine-notes';
import { events, type PlayContext } from './events';

type Opened = Track & { readonly opensWith: NonNullable<Track['opensWith']> };

/** The times that gates begin to stand open in [fromTick, toTick): whenever the row sounds that a track opens with, soloed tracks or not, for solo
 *  is for listening. `frameOf` says where on the engine's clock a play tick is. */
export function gates(document: Document, fromTick: number, toTick: number, { view }: PlayContext, frameOf: FrameOf): EngineGate[] {
  const opened = openedTracks(document);
  if (opened.length === 0) return [];
  const found = events(document, fromTick, toTick, { view, ignoreSolo: true });
  return opened.flatMap(({ id, opensWith: { trackId, pitch, openMs } }) =>
    found
      .filter((event) => event.trackId === trackId && event.pitch === pitch)
      .map(({ tick }) => ({ at: frameOf(tick), frames: Math.round((openMs / 1000) * SAMPLE_RATE), trackId: id })),
  );
}

/** The gates that stand open already where play begins at a tick. */
export function gatesAt(document: Document, tick: number, context: PlayContext, frameOf: FrameOf): EngineGate[] {
  const opened = openedTracks(document);
  if (opened.length === 0) return [];
  const longest = most(opened.map(({ opensWith }) => opensWith.openMs)) / 1000;
  const fastest = most(document.song.tempos.map(({ bpm }) => bpm));
  const before = Math.ceil((longest * fastest * TICKS_PER_QUARTER) / 60);
  return gates(document, tick - before, tick, context, frameOf);
}

function openedTracks({ tracks }: Document): Opened[] {
  return tracks.filter((track): track is Opened => track.opensWith?.on === true);
}
