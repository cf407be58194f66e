import { newSong, newTrack, notesOf, soundById, withTrack, type Document, type Note } from '@yibbo/core';
import { songOpened } from '../src/state/document/song';
import type { Effects } from '../src/state/effects';
import { PageOnScreen } from '../src/state/on-screen/page';
import { FilesSlot } from '../src/state/recordings/files-slot';
import { GridOnScreen } from '../src/state/on-screen/grid';
import { makeStore } from '../src/state/store';

export const STEP = 5040;
export const PATTERN = 'pattern';

/** Effects that reach nothing: ids are counted, the clock stands, nothing is kept or heard. */
export function noEffects(): Effects {
  let ids = 0;
  return {
    newId: () => `id${++ids}`,
    now: () => 0,
    deviceId: 'test',
    recording: { current: null },
    tapping: { current: null },
    keeping: { current: null, attach: () => () => undefined },
    grid: new GridOnScreen(),
    page: new PageOnScreen(),
    files: new FilesSlot(() => new Promise(() => undefined)),
    belongings: { goOn: () => undefined, heard: () => undefined, begin: () => undefined },
  } as Partial<Effects> as Effects;
}

/** A store with a song of four notes open: sixteenths at 0, 4, 8 and 12 of one bar, louder and louder. */
export function opened(change: (document: Document) => Document = (document) => document) {
  const ids = ['track', PATTERN, 'placement'];
  const song = newSong('song', 'Test', 1);
  const parts = newTrack(song, soundById('lamp-keys'), () => ids.shift()!, 1);
  const notes = [0, 1, 2, 3].map((index): Note => ({
    id: `n${index}`,
    patternId: PATTERN,
    start: index * 4 * STEP,
    length: STEP,
    pitch: 60,
    velocity: 40 + 20 * index,
  }));
  const document = change({ ...withTrack(song, parts), notes: { [PATTERN]: notes } });
  const store = makeStore(noEffects());
  store.dispatch(songOpened({ document, revision: 0, history: [], unsent: [] }));
  const dispatch = store.dispatch as (thunk: unknown) => void;
  const there = () => notesOf(store.getState().song.document!, PATTERN);
  return { store, dispatch, there, steps: () => there().map(({ start }) => start / STEP) };
}
