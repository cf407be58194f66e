import fc from 'fast-check';
import { note, songWith } from '../../test/make';
import type { Document } from '../model';
import type { Note } from '../model/entities';
import { events, unheardNotes, type VoiceMode } from '.';

const STEP = 5040;
const MODES = ['lowest', 'highest', 'latest'] as const;

const written = fc
  .array(fc.record({ at: fc.nat(15), steps: fc.integer({ min: 1, max: 6 }), pitch: fc.integer({ min: 60, max: 66 }) }), {
    minLength: 1,
    maxLength: 14,
  })
  .map((all) =>
    all
      // Notes of one pitch keep out of each other's way: what happens where they do not is another law's.
      .filter(({ at, steps, pitch }, index) =>
        all.slice(0, index).every((other) => other.pitch !== pitch || other.at >= at + steps || other.at + other.steps <= at),
      )
      .map(({ at, steps, pitch }, index) => note({ id: `n${index}`, start: at * STEP, length: steps * STEP, pitch }))
      .sort((a, b) => a.start - b.start),
  );

const songOf = (notes: readonly Note[], voiceMode: VoiceMode): Document => {
  const song = songWith(notes, 4);
  return { ...song, tracks: song.tracks.map((track) => ({ ...track, voiceMode })) };
};

const END = 22 * STEP;
const heard = (song: Document, from = 0, to = END) => events(song, from, to, { view: { kind: 'song' } });

/** Which note a single voice plays at a moment, by the rule in plain words: of the notes held then, the lowest, the highest, or the one that began
 *  last; and only while no better one has begun since. */
function expectedAt(notes: readonly Note[], moment: number, mode: VoiceMode): string | null {
  const better = (a: Note, b: Note) =>
    mode === 'lowest'
      ? a.pitch < b.pitch
      : mode === 'highest'
        ? a.pitch > b.pitch
        : a.start > b.start || (a.start === b.start && a.pitch > b.pitch);
  const at = (tick: number) => notes.filter(({ start, length }) => start <= tick && tick < start + length);
  const sounding = at(moment).filter((each) => {
    const rivals = notes.filter(
      (other) => other !== each && other.start < each.start + each.length && other.start + other.length > each.start,
    );
    const wasBeatenAtStart = rivals.some((other) => other.start <= each.start && better(other, each));
    const wasCut = rivals.some((other) => other.start > each.start && other.start <= moment && better(other, each));
    return !wasBeatenAtStart && !wasCut;
  });
  return sounding[0]?.id ?? null;
}

it('one voice plays, at every moment, the lowest, highest or latest of what is held, and never two', () => {
  fc.assert(
    fc.property(written, fc.constantFrom(...MODES), (notes, mode) => {
      const found = heard(songOf(notes, mode));
      for (let moment = STEP / 2; moment < END; moment += STEP) {
        const now = found.filter(({ tick, lengthTicks }) => tick <= moment && moment < tick + lengthTicks);
        expect(now.length).toBeLessThanOrEqual(1);
        expect(now[0]?.noteId ?? null).toBe(expectedAt(notes, moment, mode));
      }
    }),
  );
});

it('windows that touch give what their union gives, and what is marked as unheard is what no event plays', () => {
  fc.assert(
    fc.property(written, fc.constantFrom(...MODES), fc.nat(END), (notes, mode, middle) => {
      const song = songOf(notes, mode);
      expect([...heard(song, 0, middle), ...heard(song, middle, END)]).toEqual(heard(song));
      const played = new Set(heard(song).map(({ noteId }) => noteId));
      expect([...unheardNotes(notes, mode)].sort()).toEqual(
        notes
          .map(({ id }) => id)
          .filter((id) => !played.has(id))
          .sort(),
      );
    }),
  );
});

it('a song without the mode plays all of them', () => {
  const notes = [note({ id: 'a', pitch: 60 }), note({ id: 'b', pitch: 64 })];
  expect(events(songWith(notes), 0, END, { view: { kind: 'song' } })).toHaveLength(2);
});
