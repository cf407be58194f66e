import { parseMidi, writeMidi, type MidiEvent } from 'midi-file';
import { counter } from '../../test/make';
import { checkDocument, notesOf, type Document } from '../model';
import { arranged, PLAIN_ARRANGEMENT, trackShape } from '../song';
import { exportMidi, importMidi } from '.';

/** Files as people have them, each made by hand from what is written in it. */
const DIVISION = 480;
const BEAT = DIVISION;
const BAR = 4 * BEAT;

type Timed = MidiEvent & { tick: number };
const meta = (tick: number, rest: object) => ({ tick, deltaTime: 0, meta: true, ...rest }) as Timed;
const struck = (tick: number, noteNumber: number, channel = 0, length = BEAT / 2): Timed[] => [
  { tick, deltaTime: 0, type: 'noteOn', channel, noteNumber, velocity: 90 },
  { tick: tick + length, deltaTime: 0, type: 'noteOff', channel, noteNumber, velocity: 0 },
];
const pedal = (tick: number, value: number): Timed => ({ tick, deltaTime: 0, type: 'controller', channel: 0, controllerType: 64, value });
const tempo = (tick: number, bpm: number) => meta(tick, { type: 'setTempo', microsecondsPerBeat: Math.round(60e6 / bpm) });
const meter = (tick: number, numerator: number, denominator: number) =>
  meta(tick, { type: 'timeSignature', numerator, denominator, metronome: 24, thirtyseconds: 8 });

/** Bars of four notes on the beat that say which of four bars they are. */
const phrase = (bars: number, from = 0) =>
  Array.from({ length: bars }, (_, bar) => [0, 1, 2, 3].map((beat) => struck(from + bar * BAR + beat * BEAT, 60 + (bar % 4)))).flat(2);
const drums = (bars: number, channel: number) => Array.from({ length: bars }, (_, bar) => struck(bar * BAR, 36, channel)).flat();

function fileOf(format: 0 | 1, ...tracks: readonly (readonly Timed[])[]): Uint8Array {
  const inOrder = (events: readonly Timed[]) => {
    let last = 0;
    const rank = ({ type }: MidiEvent) => (type === 'noteOff' ? 0 : 1);
    const timed = [...events]
      .sort((a, b) => a.tick - b.tick || rank(a) - rank(b))
      .map(({ tick, ...event }) => {
        const deltaTime = tick - last;
        last = tick;
        return { ...event, deltaTime } as MidiEvent;
      });
    return [...timed, { deltaTime: 0, type: 'endOfTrack', meta: true } as MidiEvent];
  };
  return Uint8Array.from(writeMidi({ header: { format, numTracks: tracks.length, ticksPerBeat: DIVISION }, tracks: tracks.map(inOrder) }));
}

/** All that sounds or rules in a file, as another reader finds it, in its order of time. */
function contents(bytes: Uint8Array): string[] {
  return parseMidi(bytes)
    .tracks.flatMap((events, track) => {
      let tick = 0;
      return events.flatMap((event) => {
        tick += event.deltaTime;
        const {
          deltaTime: _deltaTime,
          running: _running,
          byte9: _byte9,
          ...rest
        } = event as MidiEvent & { running?: boolean; byte9?: boolean };
        const isOff = rest.type === 'noteOff' || (rest.type === 'noteOn' && rest.velocity === 0);
        const said = isOff ? { type: 'off', channel: rest.channel, noteNumber: rest.noteNumber } : rest;
        return [`${String(tick).padStart(8)} ${track} ${JSON.stringify(said, Object.keys(said).sort())}`];
      });
    })
    .sort();
}

function broughtIn(bytes: Uint8Array): Document {
  const imported = importMidi(bytes, { newId: counter('i'), seed: 1, name: 'File' });
  if (!imported.ok) throw new Error(imported.refusal.code);
  return arranged(imported.document, PLAIN_ARRANGEMENT, counter('a'));
}
const shapes = (song: Document) => song.tracks.map(({ id }) => trackShape(song, id));
const shape = (bars: number, rounds: number, ...lanes: readonly string[]) => ({ patterns: 1, places: 1, bars, rounds, lanes });
const starts = (song: Document) => song.placements.map(({ start }) => start / 80_640);

const KINDS: readonly (readonly [kind: string, file: Uint8Array, is: (song: Document) => void])[] = [
  [
    'a pedal down through each bar',
    fileOf(1, [...phrase(16), ...Array.from({ length: 16 }, (_, bar) => [pedal(bar * BAR, 127), pedal(bar * BAR + 1800, 0)]).flat()]),
    (song) => expect(shapes(song)).toEqual([shape(4, 4, 'pedal')]),
  ],
  ['a bar of count-in', fileOf(1, phrase(16, BAR)), (song) => expect([shapes(song), starts(song)]).toEqual([[shape(4, 4)], [1]])],
  ['two bars of count-in', fileOf(1, phrase(16, 2 * BAR)), (song) => expect([shapes(song), starts(song)]).toEqual([[shape(4, 4)], [2]])],
  [
    'markers',
    fileOf(1, [meta(0, { type: 'marker', text: 'Verse' }), meta(8 * BAR, { type: 'marker', text: 'Chorus' })], phrase(16)),
    (song) =>
      expect(song.sections.map(({ name, start }) => [name, start / 80_640])).toEqual([
        ['Verse', 0],
        ['Chorus', 8],
      ]),
  ],
  [
    'format 0, three channels in one track',
    fileOf(0, [...phrase(8), ...drums(8, 9), ...Array.from({ length: 8 }, (_, bar) => struck(bar * BAR, 40, 2)).flat()]),
    (song) => {
      expect(song.tracks.map(({ kind }) => kind).sort()).toEqual(['drums', 'pitched', 'pitched']);
      expect(shapes(song).map(({ bars, rounds }) => [bars, rounds])).toEqual(
        expect.arrayContaining([
          [4, 2],
          [1, 8],
          [1, 8],
        ]),
      );
    },
  ],
  [
    'two tempos',
    fileOf(1, [tempo(0, 92), tempo(8 * BAR, 140)], phrase(16)),
    (song) =>
      expect(song.song.tempos.map(({ tick, bpm }) => [tick / 80_640, Math.round(bpm)])).toEqual([
        [0, 92],
        [8, 140],
      ]),
  ],
  [
    '7/8 in the middle',
    fileOf(
      1,
      [meter(0, 4, 4), meter(4 * BAR, 7, 8), meter(4 * BAR + 4 * 1680, 4, 4)],
      [...phrase(4), ...Array.from({ length: 4 }, (_, bar) => struck(4 * BAR + bar * 1680, 70)).flat(), ...phrase(4, 4 * BAR + 4 * 1680)],
    ),
    (song) => {
      // The odd bars are one place, that goes round; and the bars behind them are those before.
      const odd = song.placements.find(({ start }) => start === 4 * 80_640)!;
      expect(odd.length / 80_640).toBe(4 * 0.875);
      const of = (from: number, to: number) =>
        song.placements.filter(({ start }) => start >= from && start < to).map(({ patternId }) => patternId);
      expect(of(odd.start + odd.length, Infinity)).toEqual(of(0, odd.start));
    },
  ],
  [
    '500 tracks',
    fileOf(1, ...Array.from({ length: 500 }, (_, track) => struck((track % 8) * BAR, track % 128, track % 9))),
    (song) => expect(song.tracks).toHaveLength(500),
  ],
  [
    'drums on two channels',
    fileOf(1, drums(8, 9), drums(8, 0)),
    (song) => expect(song.tracks.map(({ kind }) => kind)).toEqual(['drums', 'pitched']),
  ],
];

it.each(KINDS)('%s: comes in as what it is, and leaves as written with all its file said', (_kind, file, is) => {
  const song = broughtIn(file);
  expect(checkDocument(song)).toBeNull();
  is(song);
  const given = contents(file);
  // A file that names no tempo leaves with the one that such a file has.
  const assumed = given.some((line) => line.includes('setTempo')) ? '' : '"microsecondsPerBeat":500000';
  const isSaid = (line: string) => !line.includes('endOfTrack') && !(assumed && line.includes(assumed));
  expect(contents(exportMidi(song, 'written').bytes).filter(isSaid)).toEqual(given.filter(isSaid));
  expect(song.patterns.every(({ id }) => notesOf(song, id).length > 0)).toBe(true);
});
