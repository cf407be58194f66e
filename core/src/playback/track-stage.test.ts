import fc from 'fast-check';
import { anyNotes, note, songWith } from '../../test/make';
import { meetingNotes, soundsByRule } from '../../test/sounds-by-rule';
import type { Document, Note, Placement } from '../model';
import { TICKS_PER_QUARTER } from '../time';
import { chased, events, type PlayContext } from '.';

const BEAT = TICKS_PER_QUARTER;
const song: PlayContext = { view: { kind: 'song' } };

/** The song of one track with placements of one pattern at these places. */
function placedAt(notes: Note[], spans: readonly { start: number; length: number; offset?: number }[]): Document {
  const document = songWith(notes, 1);
  const [first] = document.placements as [Placement];
  const placements = spans.map((span, index) => ({ ...first, offset: 0, ...span, id: `p${index}` }));
  return { ...document, placements: placements.sort((a, b) => a.start - b.start || (a.id < b.id ? -1 : 1)) };
}

const heard = (document: Document) =>
  events(document, 0, 99 * BEAT, song).map(({ tick, lengthTicks, velocity }) => [tick / BEAT, lengthTicks / BEAT, velocity]);

it('placements of one track that overlap all sound; the later start ends the earlier sound, of two at once the louder', () => {
  const notes = [note({ id: 'a', length: 3 * BEAT, velocity: 60 }), note({ id: 'b', start: 2 * BEAT, length: BEAT, velocity: 90 })];
  // The second comes in two beats later: its first note meets the louder second note of the first.
  expect(
    heard(
      placedAt(notes, [
        { start: 0, length: 4 * BEAT },
        { start: 2 * BEAT, length: 4 * BEAT },
      ]),
    ),
  ).toEqual([
    [0, 2, 60],
    [2, 1, 90],
    [4, 1, 90],
  ]);
  // One beat later, it ends the long note, and play that begins there sounds the rest of its own.
  const beside = placedAt(notes.slice(0, 1), [
    { start: 0, length: 4 * BEAT },
    { start: BEAT, length: 4 * BEAT },
  ]);
  expect(heard(beside)).toEqual([
    [0, 1, 60],
    [1, 3, 60],
  ]);
  expect(chased(beside, 2 * BEAT, song).map(({ began, lengthTicks }) => [began! / BEAT, lengthTicks / BEAT])).toEqual([[1, 2]]);
});

it('a roll stops where a note of an overlapping placement begins', () => {
  const rolled = placedAt(
    [note({ length: 2 * BEAT, roll: { hits: 4, shape: 'even' } })],
    [
      { start: 0, length: 4 * BEAT },
      { start: 1.25 * BEAT, length: 4 * BEAT },
    ],
  );
  expect(heard(rolled).map(([tick, length]) => [tick, length])).toEqual([
    [0, 0.5],
    [0.5, 0.5],
    [1, 0.25],
    [1.25, 0.5],
    [1.75, 0.5],
    [2.25, 0.5],
    [2.75, 0.5],
  ]);
});

const spans = fc.array(
  fc.record({
    start: fc.nat(6).map((beat) => beat * BEAT),
    length: fc.integer({ min: 1, max: 9 }).map((beats) => beats * BEAT),
    offset: fc.nat(3).map((beat) => beat * BEAT),
  }),
  { minLength: 2, maxLength: 4 },
);
it('overlapping placements sound as worked out note against note, whichever windows are asked', () => {
  let overlapping = 0;
  fc.assert(
    fc.property(meetingNotes, spans, fc.nat(14 * BEAT), (notes, places, cut) => {
      const document = placedAt(notes, places);
      const whole = events(document, 0, 20 * BEAT, song);
      expect(whole.map(({ tick, noteId, lengthTicks }) => `${tick} ${noteId} ${lengthTicks}`).sort()).toEqual(soundsByRule(document));
      expect([...events(document, 0, cut, song), ...events(document, cut, 20 * BEAT, song)]).toEqual(whole);
      if (whole.length > 1) overlapping++;
    }),
    { numRuns: 200 },
  );
  expect(overlapping).toBeGreaterThan(100);
});

it('many placements that overlap sound the same asked for at once and part by part', () => {
  let cutShort = 0;
  const spans = fc.array(
    fc.record({ start: fc.nat(60).map((beat) => beat * BEAT), length: fc.integer({ min: 1, max: 12 }).map((beats) => beats * BEAT) }),
    {
      minLength: 12,
      maxLength: 40,
    },
  );
  fc.assert(
    fc.property(anyNotes(), spans, (notes, places) => {
      const document = placedAt(notes, places);
      const whole = events(document, 0, 80 * BEAT, song);
      const inParts = (beats: number) =>
        Array.from({ length: 80 / beats }, (_, part) => events(document, part * beats * BEAT, (part + 1) * beats * BEAT, song)).flat();
      const told = (each: typeof whole) =>
        each.map(({ tick, pitch, lengthTicks, velocity }) => [tick, pitch, lengthTicks, velocity]).sort(byNumbers);
      for (const beats of [1, 10, 20]) expect(told(inParts(beats))).toEqual(told(whole));
      const alone = places.flatMap((span) => events(placedAt(notes, [span]), 0, 80 * BEAT, song));
      if (JSON.stringify(told(alone)) !== JSON.stringify(told(whole))) cutShort += 1;
    }),
    { numRuns: 100 },
  );
  // In most cases some sound ends another.
  expect(cutShort).toBeGreaterThan(30);
});

function byNumbers(a: readonly number[], b: readonly number[]): number {
  const at = a.findIndex((value, index) => value !== b[index]);
  return at < 0 ? 0 : a[at]! - b[at]!;
}
