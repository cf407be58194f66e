import fc from 'fast-check';
import { writeMidi, type MidiEvent } from 'midi-file';
import { anyNotes, counter } from '../../test/make';
import { exportMidi, importMidi } from '../midi';
import { checkDocument, type Document, type Note } from '../model';
import { controls, events } from '../playback';
import { arranged, contentEnd, cutWhereItRepeats, PLAIN_ARRANGEMENT, trackShape, withMarkerSections } from '.';

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

type Timed = MidiEvent & { tick: number };
const noteAt = (tick: number, pitch = 60, length = 5000): Timed[] => [
  { tick, deltaTime: 0, type: 'noteOn', channel: 0, noteNumber: pitch, velocity: 90 } as Timed,
  { tick: tick + length, deltaTime: 0, type: 'noteOff', channel: 0, noteNumber: pitch, velocity: 0 } as Timed,
];
const pedal = (tick: number, value: number) => ({ tick, deltaTime: 0, type: 'controller', channel: 0, controllerType: 64, value }) as Timed;

describe('a part with what turns beside its notes', () => {
  const controlsOf = (song: Document) =>
    controls(song, 0, contentEnd(song), { view: { kind: 'song' } }).map(({ tick, value }) => [tick, value]);

  it('is cut where its pedal repeats too: the same notes and pedal are heard, and the same bytes leave', () => {
    let cuts = 0;
    // What a pedal does in a bar: nothing; down and up; down over the bar line; up and down again on it.
    const pedals: Readonly<Record<string, readonly (readonly [at: number, value: number])[]>> = {
      a: [],
      b: [
        [0, 127],
        [60_000, 0],
      ],
      c: [[40_000, 127]],
      d: [
        [0, 0],
        [200, 127],
        [70_000, 0],
      ],
    };
    const bars = fc.array(fc.tuple(fc.constantFrom('a', 'b', 'b', 'c', 'd'), fc.constantFrom(60, 62)), { minLength: 2, maxLength: 12 });
    fc.assert(
      fc.property(bars, (given) => {
        const song = broughtIn(
          given.flatMap(([kind, pitch], bar) => [
            ...noteAt(bar * BAR, pitch),
            ...pedals[kind]!.map(([at, value]) => pedal(bar * BAR + at, value)),
          ]),
        );
        const pieces = cut(song);
        expect(checkDocument(pieces)).toBeNull();
        if (pieces !== song) cuts++;
        expect(heard(pieces, contentEnd(song))).toEqual(heard(song, contentEnd(song)));
        const changes = (all: number[][]) => all.filter(([, value], index) => value !== (all[index - 1]?.[1] ?? 0));
        expect(changes(controlsOf(pieces))).toEqual(changes(controlsOf(song)));
        expect(exportMidi(pieces, 'written').bytes).toEqual(exportMidi(song, 'written').bytes);
      }),
    );
    expect(cuts).toBeGreaterThan(30);
  });

  it.each([0, 1, 2])('sixteen bars of it behind %i bars of silence are one pattern of four bars, four times round', (silent) => {
    const song = broughtIn(
      Array.from({ length: 16 }, (_, bar) => {
        const at = (silent + bar) * BAR;
        return [...noteAt(at, 60 + (bar % 4)), pedal(at, 127), pedal(at + 70_000, 0)];
      }).flat(),
    );
    const pieces = arranged(song, PLAIN_ARRANGEMENT, counter('a'));
    expect(pieces.placements.map(({ start, length }) => [start / BAR, length / BAR])).toEqual([[silent, 16]]);
    expect(trackShape(pieces, pieces.tracks[0]!.id)).toEqual({ patterns: 1, places: 1, bars: 4, rounds: 4, lanes: ['pedal'] });
    const trimmed = arranged(song, { ...PLAIN_ARRANGEMENT, silence: 'trim' }, counter('a'));
    expect(trimmed.placements.map(({ start, length }) => [start / BAR, length / BAR])).toEqual([[0, 16]]);
  });

  it('pieces are counted anew from each section where that gives fewer', () => {
    const marker = (tick: number, text: string) => ({ tick, deltaTime: 0, type: 'marker', meta: true, text }) as Timed;
    // Three bars, then phrases of four.
    const bars = [5, 6, 7, 0, 1, 2, 3, 0, 1, 2, 3, 0, 1, 2, 3];
    const song = broughtIn([...bars.flatMap((step, bar) => noteAt(bar * BAR, 60 + step)), marker(0, 'Intro'), marker(3 * BAR, 'Verse')]);
    const pieces = arranged(song, PLAIN_ARRANGEMENT, counter('a'));
    expect(pieces.placements.at(-1)).toMatchObject({ start: 3 * BAR, length: 12 * BAR });
    expect(pieces.patterns.map(({ length }) => length / BAR)).toContain(4);
  });
});

it.each([
  ['a pass of its own', { passes: { of: 2, mask: 1 } }],
  ['a group', { oneOf: 'g' }],
  ['a place beyond the end', { start: 4 * BAR }],
] as const)('a part with a note that has %s is not cut: its pieces would sound otherwise', (_what, fields) => {
  const song = songOf('aaaa', { a: [{ id: 'n', patternId: '', start: 0, length: 5040, pitch: 60, velocity: 90 }] });
  expect(cut(song).placements.length).toBeGreaterThan(0);
  expect(cut(song)).not.toBe(song);
  const [patternId, notes] = Object.entries(song.notes)[0]!;
  const odd = { ...song, notes: { [patternId]: [...notes.slice(0, -1), { ...notes.at(-1)!, ...fields }] } };
  expect(cut(odd)).toEqual(odd);
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
