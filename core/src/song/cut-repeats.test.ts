import fc from 'fast-check';
import { writeMidi, type MidiEvent } from 'midi-file';
import { anyNotes, counter } from '../../test/make';
import { exportMidi, importMidi } from '../midi';
import { checkDocument, type Document, type Note } from '../model';
import { events } from '../playback';
import { contentEnd, cutWhereItRepeats, withMarkerSections } from '.';

const BAR = 80_640;

/** A song of one track, whose one pattern plays the bars named: each letter stands for the notes of a bar. */
function songOf(bars: string, notesOfBar: Readonly<Record<string, readonly Note[]>>): Document {
  const events: (MidiEvent & { tick: number })[] = [];
  [...bars].forEach((bar, index) => {
    for (const { start, length, pitch, velocity } of notesOfBar[bar] ?? []) {
      const tick = index * BAR + start;
      events.push({ tick, deltaTime: 0, type: 'noteOn', channel: 0, noteNumber: pitch, velocity });
      events.push({ tick: tick + length, deltaTime: 0, type: 'noteOff', channel: 0, noteNumber: pitch, velocity: 0 });
    }
  });
  return broughtIn(events);
}

function broughtIn(events: (MidiEvent & { tick: number })[]): Document {
  let last = 0;
  const timed = [...events]
    .sort((a, b) => a.tick - b.tick || (a.type === 'noteOff' ? -1 : 1) - (b.type === 'noteOff' ? -1 : 1))
    .map(({ tick, ...event }) => {
      const deltaTime = tick - last;
      last = tick;
      return { ...event, deltaTime } as MidiEvent;
    });
  const end = { deltaTime: 0, type: 'endOfTrack', meta: true } as MidiEvent;
  const bytes = writeMidi({ header: { format: 1, numTracks: 1, ticksPerBeat: 20_160 }, tracks: [[...timed, end]] });
  const imported = importMidi(Uint8Array.from(bytes), { newId: counter('i'), seed: 1, name: 'File' });
  if (!imported.ok) throw new Error(imported.refusal.code);
  return imported.document;
}

const cut = (song: Document) =>
  cutWhereItRepeats(
    song,
    song.placements.map(({ id }) => id),
    counter('c'),
  );

const heard = (song: Document, end: number) =>
  events(song, 0, end, { view: { kind: 'song' } }).map(({ tick, pitch, velocity, lengthTicks }) => [tick, pitch, velocity, lengthTicks]);

/** Notes that begin in a bar; some are held over its end. */
const inOneBar = anyNotes(5).map((notes) =>
  notes
    .map(({ id, patternId, start, length, pitch, velocity }) => {
      const at = start % BAR;
      return { id, patternId, start: at, length: pitch % 3 ? Math.min(length, BAR - at) : length, pitch, velocity };
    })
    .sort((a, b) => a.start - b.start),
);

describe('a long pattern cut where it repeats', () => {
  it('sounds the same and sends the same bytes as written, however its bars follow one another', () => {
    let cuts = 0;
    const letters = fc.string({ unit: fc.constantFrom('A', 'A', 'B', 'C', '.'), minLength: 1, maxLength: 16 });
    fc.assert(
      fc.property(letters, inOneBar, inOneBar, inOneBar, (bars, A, B, C) => {
        const song = songOf(bars, { A, B, C });
        const pieces = cut(song);
        expect(checkDocument(pieces)).toBeNull();
        if (pieces !== song) cuts++;
        expect(heard(pieces, contentEnd(song))).toEqual(heard(song, contentEnd(song)));
        expect(exportMidi(pieces, 'written').bytes).toEqual(exportMidi(song, 'written').bytes);
      }),
    );
    expect(cuts).toBeGreaterThan(40);
  });

  it('makes equal bars linked copies, runs of them one placement, silence a free place', () => {
    const bar = (pitch: number): Note[] => [{ id: '', patternId: '', start: 0, length: 100, pitch, velocity: 90 }];
    const song = cut(songOf('AAAABBBBAAAA....AABC', { A: bar(60), B: bar(62), C: bar(64) }));
    const named = new Map(song.patterns.map(({ id, length }) => [id, length / BAR]));
    expect(song.placements.map(({ start, length, patternId }) => [start / BAR, length / BAR, named.get(patternId)])).toEqual([
      [0, 4, 1],
      [4, 4, 1],
      [8, 4, 1],
      [16, 2, 1],
      [18, 1, 1],
      [19, 1, 1],
    ]);
    expect(song.patterns).toHaveLength(3);
    // Bars that differ in velocity alone are not equal.
    const soft = [{ ...bar(60)[0]!, velocity: 40 }];
    expect(cut(songOf('AAAABBBB', { A: bar(60), B: soft })).patterns).toHaveLength(2);
    // A phrase of four bars that comes again stays one phrase.
    expect(cut(songOf('ABACABAC', { A: bar(60), B: bar(62), C: bar(64) })).placements.map(({ length }) => length / BAR)).toEqual([8]);
    // A note that is held over the bar line is not cut there.
    const held = { ...bar(60)[0]!, length: BAR + 100 };
    expect(cut(songOf('A.A.', { A: [held] })).patterns.map(({ length }) => length / BAR)).toEqual([2]);
    const pieces = cut(songOf('AB.B.B.BC', { A: [held], B: bar(62), C: bar(64) }));
    expect(pieces.placements[0]!.length).toBeGreaterThanOrEqual(2 * BAR);
  });
});

it('the markers of a file become sections, from the nearest bar lines, and leave with it again', () => {
  const marker = (tick: number, text: string) => ({ tick, deltaTime: 0, type: 'marker', meta: true, text }) as MidiEvent & { tick: number };
  const note = (tick: number) => [
    { tick, deltaTime: 0, type: 'noteOn', channel: 0, noteNumber: 60, velocity: 90 } as MidiEvent & { tick: number },
    { tick: tick + 500, deltaTime: 0, type: 'noteOff', channel: 0, noteNumber: 60, velocity: 0 } as MidiEvent & { tick: number },
  ];
  const song = broughtIn([marker(BAR, 'Verse'), marker(4 * BAR - 40, 'Chorus'), ...note(0), ...note(7 * BAR)]);
  const marked = withMarkerSections(song, counter('s'));
  expect(marked.sections.map(({ name, start, length }) => [name, start / BAR, length / BAR])).toEqual([
    ['Verse', 1, 3],
    ['Chorus', 4, 4],
  ]);
  expect(exportMidi(marked, 'written').bytes).toEqual(exportMidi(song, 'written').bytes);
});
