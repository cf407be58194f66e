import { findById, type SoundFields, type Track } from '@yibbo/core';
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { PhraseNote } from '../../audio/sound';
import { useEffects } from '../../state/effects';
import { editTrack } from '../../acts/song/tracks';
import { noticeSet } from '../../state/session/session';
import { useAppDispatch, useAppSelector, useAppStore } from '../../state/store';
import { phraseOf } from './phrase';

/** A sound that is tried on a track. */
export interface TriedSound {
  readonly id: string;
  readonly name: string;
  readonly fields: Partial<SoundFields>;
}

/** Sounds tried on a track before one is taken: heard in what plays, or in a few of the track's notes while nothing does. What is
 *  tried when the hook's component goes is kept, as any trial is that is left. */
export function useTriedSound(track: Track, phrase?: readonly PhraseNote[]) {
  const dispatch = useAppDispatch();
  const { sound } = useEffects();
  const store = useAppStore();
  const [tried, setTried] = useState<TriedSound | null>(null);
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  useEffect(() => () => sound.hearTrack(null), [sound]);
  useKeptWhenLeft(track, tried);
  const hear = useCallback(
    (fields: Partial<SoundFields>) => {
      const next = { ...track, ...fields };
      sound.hearTrack(next);
      const { document } = store.getState().song;
      if (!isPlaying && document) sound.phrase(track.id, phrase ?? phraseOf(document, next));
    },
    [isPlaying, phrase, sound, store, track],
  );
  return {
    tried,
    hear,
    tryOut: (next: TriedSound) => {
      setTried(next);
      hear(next.fields);
    },
    keep: () => {
      if (tried) dispatch(editTrack(track.id, `Sound ${tried.name}`, tried.fields));
      setTried(null);
    },
    drop: () => {
      setTried(null);
      sound.hearTrack(null);
    },
  };
}

/** Keeps what is tried when the component goes: before the song is closed, where both go at once. */
function useKeptWhenLeft(track: Track, tried: TriedSound | null): void {
  const store = useAppStore();
  const latest = useRef({ track, tried });
  useEffect(() => {
    latest.current = { track, tried };
  });
  useLayoutEffect(
    () => () => {
      const left = latest.current;
      if (!left.tried || !findById(store.getState().song.document?.tracks ?? [], left.track.id)) return;
      store.dispatch(editTrack(left.track.id, `Sound ${left.tried.name}`, left.tried.fields));
      store.dispatch(noticeSet({ words: `${left.tried.name} was kept on ${left.track.name}.`, remedy: { kind: 'undo' } }));
    },
    [store],
  );
}
