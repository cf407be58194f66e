import { opened, PATTERN, STEP } from '../../../test/opened';
import { selectPart } from '../../state/session/selectors';
import { placeWords } from './place-words';

const words = (kind: 'drums' | 'pitched', tick: number, pitch: number) => {
  const { store } = opened((song) => ({
    ...song,
    tracks: song.tracks.map((track) => ({ ...track, kind, soundId: kind === 'drums' ? 'quay-kit' : track.soundId })),
  }));
  const note = { id: 'long', patternId: PATTERN, start: 4 * STEP, length: 2 * STEP, pitch: 36, velocity: 90 };
  return placeWords(selectPart(store.getState())!, [note, { ...note, id: 'muted', start: 8 * STEP, muted: true }], { tick, pitch });
};

it('a place says its row, its time, and the note that is there: where it begins, where it goes on, or none', () => {
  expect(words('pitched', 4 * STEP, 36)).toBe('C2, 1.2, note, loud 90');
  expect(words('pitched', 5 * STEP, 36)).toMatch(/^C2, 1\.2.*, held, loud 90$/);
  expect(words('pitched', 6 * STEP, 36)).toMatch(/, empty$/);
  expect(words('pitched', 4 * STEP, 37)).toBe('C♯2, 1.2, empty');
  expect(words('pitched', 8 * STEP, 36)).toBe('C2, 1.3, note, loud 90, muted');
  // A kit without names of its own has those of General MIDI.
  expect(words('drums', 4 * STEP, 36)).toBe('Bass Drum 1, 1.2, hit, loud 90');
});
