import fc from 'fast-check';
import { note, songWith } from '../../test/make';
import type { Document } from '../model';
import { newTrack, withTrack } from '../song';
import { soundById } from '../sounds';
import { modulo } from '../time';
import { events } from '.';

const STEP = 5040;
const BAR = 16 * STEP;
const steps = (most: number) => fc.nat(most).map((count) => count * STEP);

/** Two tracks: the first's pattern of one bar has a note at its beginning, the second's of two bars one at step 5. */
function beside(first: { start: number; offset: number }, second: { start: number; offset: number }): Document {
  const song = songWith([note({ id: 'here', length: STEP })], 1);
  const ids = ['track2', 'pattern2', 'placement2'];
  const both = withTrack(song, newTrack(song, soundById('round-bass'), () => ids.shift()!, 2)); // prettier-ignore
  return {
    ...both,
    notes: { ...both.notes, pattern2: [note({ id: 'there', patternId: 'pattern2', start: 5 * STEP, length: STEP })] },
    placements: both.placements.map((each) => ({ ...each, length: 40 * BAR, ...(each.id === 'placement' ? first : second) })),
  };
}

it('law: while a part plays by itself, what stands beside it in the song goes round as far from it as it does there', () => {
  const place = fc.record({ start: fc.integer({ min: 40, max: 80 }).map((count) => count * STEP), offset: steps(40) });
  // It is there where the shown part begins, or begins within the first half of that.
  fc.assert(
    fc.property(place, fc.record({ after: fc.integer({ min: -40, max: 7 }), offset: steps(40) }), (first, { after, offset }) => {
      const second = { start: first.start + after * STEP, offset };
      const found = events(beside(first, second), 8 * BAR, 16 * BAR, { view: { kind: 'pattern', placementId: 'placement' } });
      const ticks = (noteId: string) => found.filter((event) => event.noteId === noteId).map(({ tick }) => tick);
      // The shown part begins at every bar of play; a note of the other lies where it does in the song, seen from the shown part's beginning.
      expect(ticks('here')).toEqual(Array.from({ length: 8 }, (_, bar) => (8 + bar) * BAR));
      const inSong = second.start - second.offset + 5 * STEP - (first.start - first.offset);
      const phase = modulo(inSong, 2 * BAR);
      expect(ticks('there')).toEqual(Array.from({ length: 4 }, (_, pass) => (8 + 2 * pass) * BAR + phase));
    }),
  );
});

it('a part that has begun to play by itself begins with its first note, and what stands beside it no later than half its length before or after', () => {
  const found = events(beside({ start: 0, offset: 0 }, { start: 3 * STEP, offset: 0 }), 0, 2 * BAR, { view: { kind: 'pattern', placementId: 'placement' } }); // prettier-ignore
  expect(found.map(({ tick, noteId }) => `${tick / STEP} ${noteId}`)).toEqual(['0 here', '8 there', '16 here']);
});
