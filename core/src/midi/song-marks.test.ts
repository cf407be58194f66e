import { parseMidi, writeMidi, type MidiEvent } from 'midi-file';
import { counter } from '../../test/make';
import type { Document } from '../model';
import { arranged, PLAIN_ARRANGEMENT, type Arrangement } from '../song';
import { keyOfSignature, SCALES, signatureOf } from '../theory';
import { exportMidi, importMidi, type ExportMode } from '.';

const BAR = 1920;
type Timed = MidiEvent & { tick: number };
const meta = (tick: number, rest: object) => ({ tick, deltaTime: 0, meta: true, ...rest }) as Timed;
const marker = (bar: number, text: string, off = 0) => meta(bar * BAR + off, { type: 'marker', text });
const note = (bar: number): Timed[] => [
  { tick: bar * BAR, deltaTime: 0, type: 'noteOn', channel: 0, noteNumber: 60, velocity: 90 },
  { tick: bar * BAR + 400, deltaTime: 0, type: 'noteOff', channel: 0, noteNumber: 60, velocity: 0 },
];

function track(events: readonly Timed[]): MidiEvent[] {
  let last = 0;
  const timed = [...events]
    .sort((a, b) => a.tick - b.tick)
    .map(({ tick, ...event }) => {
      const deltaTime = tick - last;
      last = tick;
      return { ...event, deltaTime } as MidiEvent;
    });
  return [...timed, { deltaTime: 0, type: 'endOfTrack', meta: true } as MidiEvent];
}

/** A file of a track of marks and one of notes in eight bars. */
function fileOf(marks: readonly Timed[]): Uint8Array {
  const notes = Array.from({ length: 8 }, (_, bar) => note(bar)).flat();
  return Uint8Array.from(writeMidi({ header: { format: 1, numTracks: 2, ticksPerBeat: 480 }, tracks: [track(marks), track(notes)] }));
}

function broughtIn(marks: readonly Timed[], how: Partial<Arrangement> = {}): Document {
  const imported = importMidi(fileOf(marks), { newId: counter('i'), seed: 1, name: 'File' });
  if (!imported.ok) throw new Error(imported.refusal.code);
  return arranged(imported.document, { ...PLAIN_ARRANGEMENT, ...how }, counter('a'));
}

/** Markers of an exported file by bar, as another reader finds them. */
function leaving(document: Document, type: string, mode: ExportMode = 'written'): unknown[] {
  const { tracks, header } = parseMidi(exportMidi(document, mode).bytes);
  return tracks.flatMap((events) => {
    let tick = 0;
    return events.flatMap((event) => {
      tick += event.deltaTime;
      const { text, key, scale } = event as { text?: string; key?: number; scale?: number };
      return event.type === type ? [[tick / (4 * header.ticksPerBeat!), text ?? [key, scale]]] : [];
    });
  });
}

const MARKS = [
  meta(0, { type: 'trackName', text: 'Ferry' }),
  marker(0, 'Intro'),
  marker(2, 'Verse', -20),
  marker(6, 'Chorus'),
  meta(0, { type: 'keySignature', key: -1, scale: 1 }),
];

describe('sections leave as markers under the names they have now', () => {
  it.each(['written', 'heard'] as const)('as %s: as they came where nothing was changed', (mode) => {
    expect(leaving(broughtIn(MARKS), 'marker', mode)).toEqual([
      [0, 'Intro'],
      [2 - 20 / BAR, 'Verse'],
      [6, 'Chorus'],
    ]);
    expect(exportMidi(broughtIn(MARKS), 'written').bytes).toEqual(
      exportMidi(broughtIn(MARKS, { markers: 'none', key: 'none' }), 'written').bytes,
    );
  });

  it('renamed, removed and moved ones as they are: what they were does not come back', () => {
    const song = broughtIn(MARKS);
    const [intro, verse, chorus] = song.sections;
    const renamed = { ...song, sections: [intro!, { ...verse!, name: 'Strophe' }, chorus!] };
    expect(leaving(renamed, 'marker')).toEqual([
      [0, 'Intro'],
      [2, 'Strophe'],
      [6, 'Chorus'],
    ]);
    expect(leaving({ ...song, sections: [intro!, chorus!] }, 'marker')).toEqual([
      [0, 'Intro'],
      [6, 'Chorus'],
    ]);
    expect(leaving({ ...song, sections: [] }, 'marker', 'heard')).toEqual([]);
    const later = { ...chorus!, start: chorus!.start + chorus!.length / 2, length: chorus!.length / 2 };
    expect(leaving({ ...song, sections: [intro!, verse!, later] }, 'marker')).toEqual([
      [0, 'Intro'],
      [2 - 20 / BAR, 'Verse'],
      [7, 'Chorus'],
    ]);
  });

  it('of a song made here, and beside markers that were not made sections', () => {
    const song = broughtIn(MARKS, { markers: 'none' });
    expect(song.sections).toEqual([]);
    const own = { id: 'own', songId: song.song.id, name: 'Mine', start: 0, length: 80_640 };
    expect(leaving({ ...song, sections: [own] }, 'marker')).toEqual(
      expect.arrayContaining([
        [0, 'Intro'],
        [0, 'Mine'],
        [6, 'Chorus'],
      ]),
    );
    const { file: _file, ...here } = song.song;
    expect(leaving({ ...song, song: here, sections: [own] }, 'marker')).toEqual([[0, 'Mine']]);
  });

  it('two on one bar, one without a name and one behind the end leave as they came', () => {
    const marks = [marker(0, 'A'), marker(0, 'B', 10), marker(3, ''), marker(40, 'Out')];
    expect(exportMidi(broughtIn(marks), 'written').bytes).toEqual(exportMidi(broughtIn(marks, { markers: 'none' }), 'written').bytes);
  });
});

describe('the key and the names of a song', () => {
  it('are taken from the file, and leave as they are now', () => {
    const song = broughtIn(MARKS);
    expect(song.song.key).toEqual({ tonic: 'D', scale: 'minor' });
    expect(leaving(song, 'keySignature')).toEqual([[0, [-1, 1]]]);
    const other = { ...song, song: { ...song.song, name: 'Tender', key: { tonic: 'E', scale: 'major' } } };
    expect(leaving(other, 'keySignature')).toEqual([[0, [4, 0]]]);
    expect(leaving(other, 'trackName')[0]).toEqual([0, 'Tender']);
    const { key: _key, ...keyless } = song.song;
    expect(leaving({ ...song, song: keyless }, 'keySignature')).toEqual([]);
    expect(leaving(broughtIn(MARKS, { key: 'none' }), 'keySignature')).toEqual([[0, [-1, 1]]]);
  });

  it('signatures and keys are each other’s: all fifteen, major and minor; modes have that of their notes', () => {
    for (let sharps = -7; sharps <= 7; sharps++)
      for (const isMinor of [true, false]) expect(signatureOf(keyOfSignature({ sharps, isMinor }))).toEqual({ sharps, isMinor });
    expect(keyOfSignature({ sharps: 3, isMinor: false })).toEqual({ tonic: 'A', scale: 'major' });
    expect(keyOfSignature({ sharps: -3, isMinor: true })).toEqual({ tonic: 'C', scale: 'minor' });
    expect(signatureOf({ tonic: 'G', scale: 'dorian' })).toEqual({ sharps: -1, isMinor: false });
    expect(signatureOf({ tonic: 'E', scale: 'phrygian' })).toEqual({ sharps: 0, isMinor: false });
    expect(Object.keys(SCALES)).toEqual(expect.arrayContaining(['lydian', 'locrian']));
    expect(signatureOf({ tonic: 'G#', scale: 'major' })).toBeNull();
  });
});

it('a lyric is no marker: it makes no section', () => {
  const song = broughtIn([...MARKS, meta(4 * BAR, { type: 'lyrics', text: 'La' })]);
  expect(song.sections.map(({ name }) => name)).toEqual(['Intro', 'Verse', 'Chorus']);
});

it.each([
  ['C', 'major', 0, 0],
  ['C', 'major pentatonic', 0, 0],
  ['F', 'lydian', 0, 0],
  ['G', 'mixolydian', 0, 0],
  ['D', 'dorian', 0, 0],
  ['A', 'minor', 0, 1],
  ['A', 'harmonic minor', 0, 1],
  ['A', 'melodic minor', 0, 1],
  ['A', 'minor pentatonic', 0, 1],
  ['E', 'phrygian', 0, 0],
  ['B', 'locrian', 0, 0],
  ['Eb', 'minor pentatonic', -6, 1],
  ['F#', 'dorian', 4, 0],
])('%s %s leaves with the signature it is written with', (tonic, scale, sharps, isMinor) => {
  const song = broughtIn([], { key: 'none' });
  expect(leaving({ ...song, song: { ...song.song, key: { tonic, scale } } }, 'keySignature')).toEqual([[0, [sharps, isMinor]]]);
});
