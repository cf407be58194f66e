import fc from 'fast-check';
import { demoSongs } from './demo';
import { notesOf, type Document } from '../model/document';
import type { Note } from '../model/entities';
import { events } from '../playback/events';
import { fittedPhrase, READY_PHRASES, shelfPhraseSchema, type ShelfPhrase } from '../shelf';
import { barTicks, meterAt, TICKS_PER_QUARTER } from '../time';
import { note, PATTERN, songWith } from '../../test/make';
import { checkDocument } from '../model/check';
import { bringPhrase, phraseIntoPattern, songOfPhrase, wholeBars, withPhraseHeard } from './bring-phrase';
import { newSong } from './new-song';
import { phraseOfPlacement, phraseOfStretch } from './save-phrase';

let ids = 0;
const newId = () => `i${ids++}`;
const BAR = 4 * TICKS_PER_QUARTER;
const ready = (name: string) => READY_PHRASES.find(({ phrase }) => phrase.name === name)!.phrase;
const inC = { tonic: 'C', scale: 'major' };
const at = { start: 0, trackId: null, fit: 'none' } as const;
const song = () => newSong('s', 'Song', 1);
const heard = (document: Document, from: number, to: number) =>
  events(document, from, to, { view: { kind: 'song' } }).map(({ tick, pitch, velocity }) => `${tick - from} ${pitch} ${velocity}`);
const sounds = ({ parts }: ShelfPhrase) =>
  parts.flatMap(({ notes }) => notes.map(({ start, pitch, velocity }) => `${start} ${pitch} ${velocity}`)).sort();
const pitches = (phrase: ShelfPhrase) => phrase.parts[0]!.notes.map(({ pitch }) => pitch);

describe('a phrase', () => {
  it('goes into another key degree for degree: a minor triad on A is a major one on C, by way of the nearest tonic', () => {
    const phrase = { ...ready('Round the table') };
    const first = pitches(phrase).slice(0, 4);
    expect(first).toEqual([57, 60, 64, 69]);
    expect(pitches(fittedPhrase(phrase, inC, 'degrees')).slice(0, 4)).toEqual([60, 64, 67, 72]);
    // Nearest: what is in the key already stays.
    expect(fittedPhrase(phrase, inC, 'nearest').parts).toEqual(phrase.parts);
    // A minor on E has an F sharp; in C it goes to the nearest note, of two as near the lower one.
    expect(
      pitches(fittedPhrase(ready('Straight keel'), inC, 'nearest')).every((pitch) => [0, 2, 4, 5, 7, 9, 11].includes(pitch % 12)),
    ).toBe(true);
  });

  it('law: goes to a key of as many notes and back as it was, every note of its scale in the new one', () => {
    const scales = ['major', 'minor', 'dorian', 'phrygian', 'lydian', 'mixolydian', 'harmonic minor'];
    fc.assert(
      fc.property(
        fc.constantFrom(...READY_PHRASES.filter(({ phrase }) => phrase.key && scales.includes(phrase.key.scale))),
        fc.constantFrom('C', 'Eb', 'F#', 'A', 'B'),
        fc.constantFrom(...scales),
        ({ phrase }, tonic, scale) => {
          const there = fittedPhrase(phrase, { tonic, scale }, 'degrees');
          const shift = (pitch: number, index: number) => pitch - pitches(phrase)[index]!;
          expect(pitches(there).every((pitch, index) => Math.abs(shift(pitch, index)) <= 8)).toBe(true);
          const back = pitches(fittedPhrase(there, phrase.key, 'degrees'));
          const by = back[0]! - pitches(phrase)[0]!;
          expect(Math.abs(by) % 12).toBe(0);
          expect(back.map((pitch) => pitch - by)).toEqual(pitches(phrase));
        },
      ),
    );
  });

  it('law: is heard in whole bars where it was put, note for note, and a second time over itself not at all', () => {
    fc.assert(
      fc.property(fc.constantFrom(...READY_PHRASES), fc.integer({ min: 0, max: 9 }), ({ phrase }, bar) => {
        const start = bar * BAR;
        const once = bringPhrase(song(), phrase, { ...at, start }, 'merge', newId);
        expect(once.document.placements.map((each) => [each.start, each.length])).toEqual([[start, phrase.length]]);
        expect(heard(once.document, start, start + phrase.length).sort()).toEqual(sounds(phrase));
        const trackId = once.document.tracks[0]!.id;
        const twice = bringPhrase(once.document, phrase, { ...at, start, trackId }, 'merge', newId);
        expect([twice.placementIds, twice.doubled]).toEqual([[], phrase.parts[0]!.notes.length]);
        expect(twice.document.placements).toEqual(once.document.placements);
      }),
      { numRuns: 60 },
    );
  });

  it('fills whole bars of the song it comes to, and pushes or replaces what is there', () => {
    const waltz = { ...song(), song: { ...song().song, meters: [{ tick: 0, numerator: 3, denominator: 4 as const }] } };
    expect(wholeBars(waltz, 0, 2 * BAR)).toBe(9 * TICKS_PER_QUARTER);
    const [bass, other] = [ready('Straight keel'), ready('Two long notes')];
    const first = bringPhrase(song(), bass, at, 'merge', newId);
    const trackId = first.document.tracks[0]!.id;
    const replaced = bringPhrase(first.document, other, { ...at, trackId }, 'replace', newId);
    expect(heard(replaced.document, 0, 2 * BAR).sort()).toEqual(sounds(other));
    const pushed = bringPhrase(first.document, other, { ...at, trackId }, 'push', newId);
    expect(heard(pushed.document, 0, 2 * BAR).sort()).toEqual(sounds(other));
    expect(heard(pushed.document, 2 * BAR, 4 * BAR).sort()).toEqual(sounds(bass));
  });

  it('brings rows for its drums to a kit that shows fewer', () => {
    const { document } = bringPhrase(song(), ready('Plain sailing'), at, 'merge', newId);
    const bare = { ...document, tracks: document.tracks.map((track) => ({ ...track, rows: track.rows.slice(0, 1) })) };
    const { document: after } = bringPhrase(
      bare,
      ready('Long voyage'),
      { ...at, start: 4 * BAR, trackId: document.tracks[0]!.id },
      'merge',
      newId,
    );
    expect(after.tracks[0]!.rows.map(({ pitch }) => pitch)).toEqual(expect.arrayContaining([36, 45, 56, 70]));
  });
});

/** A song in which nothing is left to chance, which is drawn anew for every placement. */
const certain = (document: Document): Document => ({
  ...document,
  notes: Object.fromEntries(
    Object.entries(document.notes).map(([id, notes]) => [
      id,
      notes.filter(({ oneOf }) => !oneOf).map(({ chance: _chance, ...note }) => note),
    ]),
  ),
});

describe.each(demoSongs(newId).map((document) => [document.song.name, certain(document)] as const))(
  '%s on the shelf',
  (_name, document) => {
    it('law: every section comes out again as it is heard there, on a track for each that plays', () => {
      for (const { start, length, name } of document.sections) {
        const saved = phraseOfStretch(document, { start, end: start + length })!;
        const phrase: ShelfPhrase = { ...saved, name, tags: [], at: 1 };
        expect(shelfPhraseSchema.safeParse(phrase).success).toBe(true);
        const alone = songOfPhrase(song(), phrase, newId);
        const plain = { ...document, treatments: document.treatments.filter(({ parentId }) => parentId !== document.song.id) };
        expect(heard(alone, 0, length).sort()).toEqual(heard(plain, start, start + length).sort());
      }
    });

    it('law: every pattern comes out with the notes it has, and a few of its notes with whole bars about them', () => {
      for (const placement of document.placements) {
        const notes = notesOf(document, placement.patternId);
        const saved = phraseOfPlacement(document, placement.id);
        if (notes.length === 0) continue;
        const plain = ({ start, pitch }: Pick<Note, 'start' | 'pitch'>) => `${start} ${pitch}`;
        const { rowLengths } = document.patterns.find(({ id }) => id === placement.patternId)!;
        if (document.treatments.length === 0 && !rowLengths)
          expect(saved!.parts[0]!.notes.map(plain).sort()).toEqual(notes.map(plain).sort());
        const some = notes.slice(-3);
        const few = phraseOfPlacement(document, placement.id, new Set(some.map(({ id }) => id)))!;
        const bar = barTicks(meterAt(document.song.meters, placement.start));
        expect(few.length % bar).toBe(0);
        const shift = some[0]!.start - few.parts[0]!.notes[0]!.start;
        expect(shift % bar).toBe(0);
        expect(few.parts[0]!.notes.map(({ start, pitch }) => plain({ start: start + shift, pitch }))).toEqual(some.map(plain));
      }
    });
  },
);

describe('a phrase among the notes of a pattern', () => {
  const anyNotes = fc.array(
    fc.record({ start: fc.oneof(fc.nat(4 * BAR - 1), fc.constantFrom(0, BAR, 2 * BAR, 3 * BAR)), pitch: fc.integer({ min: 36, max: 60 }) }),
    { maxLength: 12 },
  );

  it('law: sounds too, replaces what begins in its bars, or lets all from there on move later; the pattern has room for all of it', () => {
    fc.assert(
      fc.property(
        anyNotes,
        fc.constantFrom(...READY_PHRASES.filter(({ phrase }) => phrase.length <= 2 * BAR)),
        fc.integer({ min: 0, max: 5 }),
        fc.constantFrom('merge', 'replace', 'push'),
        (places, { phrase }, bar, landing) => {
          const notes = places.map(({ start, pitch }, index) => note({ id: `o${index}`, start, pitch, length: 10 }));
          const before = songWith(notes, 4);
          const tick = bar * BAR;
          const placementId = before.placements[0]!.id;
          const made = phraseIntoPattern(before, placementId, phrase, { tick, fit: 'none', landing }, newId);
          const there = notesOf(made.document, PATTERN);
          const end = tick + phrase.length;
          const put = phrase.parts[0]!.notes.map(({ start, pitch }) => `${start + tick} ${pitch}`);
          const old = notes.flatMap(({ start, pitch }) => {
            if (landing === 'replace' && start >= tick && start < end) return [];
            return [`${landing === 'push' && start >= tick ? start + phrase.length : start} ${pitch}`];
          });
          const wanted = [...old, ...put.filter((place) => !old.includes(place))].sort();
          expect(there.map(({ start, pitch }) => `${start} ${pitch}`).sort()).toEqual(wanted);
          expect(made.noteIds.length + made.doubled).toBe(put.length);
          if (made.noteIds.length === 0) return;
          const { length } = made.document.patterns.find(({ id }) => id === PATTERN)!;
          if (notes.length === 0) expect(length).toBe(end);
          else expect(length).toBeGreaterThanOrEqual(Math.max(4 * BAR, end));
          if (landing === 'push') expect(there.every(({ start }) => start < length)).toBe(true);
          expect(made.document.placements[0]!.length).toBeGreaterThanOrEqual(length);
          expect(checkDocument(made.document)).toBeNull();
        },
      ),
      { numRuns: 150 },
    );
  });
});

describe('a phrase that is only heard', () => {
  it('sounds over and over from its bar on in place of what its track plays, to the end of the loop', () => {
    const { document } = bringPhrase(song(), ready('Plain sailing'), at, 'merge', newId);
    const trackId = document.tracks[0]!.id;
    const other = ready('Four ropes');
    const loop = { start: 0, end: 8 * BAR };
    const { document: tried } = withPhraseHeard(document, { kind: 'song', loop }, other, { ...at, start: 2 * BAR, trackId });
    expect(heard(tried, 0, 2 * BAR)).toEqual([]);
    for (const bar of [2, 4, 6]) expect(heard(tried, bar * BAR, (bar + 2) * BAR).sort()).toEqual(sounds(other));
    const shown = { kind: 'pattern', placementId: document.placements[0]!.id } as const;
    const { document: inPattern } = withPhraseHeard(document, shown, other, { ...at, trackId });
    const found = events(inPattern, 0, 2 * BAR, { view: shown }).map(({ tick, pitch, velocity }) => `${tick} ${pitch} ${velocity}`);
    expect(found.sort()).toEqual(sounds(other));
  });
});
