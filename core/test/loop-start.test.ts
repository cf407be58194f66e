import fc from 'fast-check';
import {
  barTicks,
  checkDocument,
  COMMON_TIME,
  keyOf,
  keyOfLoop,
  LOOP_PARTS,
  MOODS,
  newSong,
  notesOf,
  progressionsOf,
  withLoopPart,
  withoutLoopPart,
  type Document,
  type LoopPart,
  type Mood,
} from '../src';
import { counter } from './make';

const wish = (mood: Mood, part: LoopPart, choice: number, chords = choice) => {
  const list = progressionsOf(mood);
  return { part, mood, choice, progressionId: list[chords % list.length]!.id };
};
const notesOn = (document: Document, trackId: string) =>
  document.placements.filter((each) => each.trackId === trackId).flatMap(({ patternId }) => notesOf(document, patternId));

describe('a loop to start with', () => {
  it('has each part that was asked for and no other, in whole bars of one length, every choice of every mood', () => {
    for (const mood of MOODS)
      for (let choice = 0; choice < 7; choice++) {
        const newId = counter(`${mood}${choice}-`);
        let song = newSong('song', 'Test', 3);
        for (const [index, part] of LOOP_PARTS.entries()) {
          song = withLoopPart(song, wish(mood, part, choice), null, () => newId()).document;
          expect(song.tracks).toHaveLength(index + 1);
        }
        expect(checkDocument(song)).toBeNull();
        const ends = song.placements.map(({ start, length }) => start + length);
        expect(new Set(ends).size).toBe(1);
        expect(ends[0]! % barTicks(COMMON_TIME)).toBe(0);
        for (const { id } of song.tracks) expect(notesOn(song, id).length).toBeGreaterThan(1);
        for (const pattern of song.patterns)
          for (const { start, length } of notesOf(song, pattern.id)) expect(start + length).toBeLessThanOrEqual(pattern.length);
      }
  });

  it('keeps to the notes of a song’s key where its progression does, and gives a song without one a key only with chords or bass', () => {
    const song = { ...newSong('song', 'Test', 3) };
    const drums = withLoopPart(song, wish('night', 'drums', 0), null, counter('d')).document;
    expect(drums.song.key).toBeUndefined();
    const inG: Document = { ...song, song: { ...song.song, key: { tonic: 'G', scale: 'major' } } };
    const made = withLoopPart(inG, wish('longing', 'bass', 0), null, counter('b'));
    expect(made.document.song.key).toEqual({ tonic: 'G', scale: 'major' });
    const { classes } = keyOf(keyOfLoop(inG, ''))!;
    // "Letter home" is the sixth, fourth, first and fifth degree: E C G D.
    const bass = notesOn(made.document, made.trackId);
    expect(bass.every(({ pitch }) => classes.has(pitch % 12) && pitch < 48)).toBe(true);
    expect([...new Set(bass.map(({ pitch }) => pitch % 12))]).toEqual([4, 0, 7, 2]);
  });

  it('changed for another choice stays on its track, and left out leaves nothing behind', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...MOODS),
        fc.constantFrom(...MOODS),
        fc.nat(6),
        fc.constantFrom(...LOOP_PARTS),
        (mood, other, choice, part) => {
          const newId = counter('x');
          const empty = {
            ...newSong('song', 'Test', 3),
            song: { ...newSong('song', 'Test', 3).song, key: { tonic: 'D', scale: 'minor' } },
          };
          const first = withLoopPart(empty, wish(mood, part, choice), null, () => newId());
          const again = withLoopPart(first.document, wish(other, part, choice + 1), first.trackId, () => newId());
          expect(again.trackId).toBe(first.trackId);
          expect(again.document.tracks).toHaveLength(1);
          expect(checkDocument(again.document)).toBeNull();
          expect(withoutLoopPart(again.document, again.trackId)).toEqual(empty);
        },
      ),
      { numRuns: 40 },
    );
  });
});
