const word = (value: number) => [value >>> 24, (value >>> 16) & 255, (value >>> 8) & 255, value & 255];
const END = [0, 0xff, 0x2f, 0];

/** A MIDI file of these track bodies. */
export function midiFile(bodies: readonly Uint8Array[], { named = bodies.length } = {}): Uint8Array {
  const head = Buffer.from([...Buffer.from('MThd'), ...word(6), 0, 1, (named >> 8) & 255, named & 255, 0, 96]);
  return Buffer.concat([head, ...bodies.map((body) => Buffer.concat([Buffer.from([...Buffer.from('MTrk'), ...word(body.length)]), body]))]);
}

const track = (...parts: readonly (readonly number[] | Uint8Array)[]) =>
  Buffer.concat([...parts.map((part) => Buffer.from(part)), Buffer.from(END)]);
const repeated = (part: readonly number[], count: number) => Buffer.alloc(part.length * count, Buffer.from(part));

/** A meta event of a type, with its length as files write it. */
export function meta(type: number, text: string): number[] {
  const data = [...Buffer.from(text)];
  const length = data.length < 128 ? [data.length] : [0x80 | (data.length >> 7), data.length & 127];
  return [0, 0xff, type, ...length, ...data];
}

const NOTE = [0, 0x90, 60, 100, 96, 0x90, 60, 0];

/** Files made to cost more than they weigh, and whether they may come in. */
export const COSTLY_FILES: readonly (readonly [what: string, file: () => Uint8Array])[] = [
  ['65,535 empty tracks', () => midiFile(Array.from({ length: 65_535 }, () => track()))],
  [
    '1.3 million tracks of nothing',
    () => Buffer.concat([midiFile([], { named: 65_535 }), repeated([...Buffer.from('MTrk'), 0, 0, 0, 0], 1_300_000)]),
  ],
  [
    '200,000 notes of one key begun, then all ended',
    () => midiFile([track(repeated([0, 0x90, 60, 100], 190_000), repeated([0, 0x80, 60, 64], 190_000))]),
  ],
  ['20 MB of a RIFF without MIDI in it', () => Buffer.concat([Buffer.from('RIFFxxxxRMIDdata'), Buffer.alloc(19_900_000, 'M')])],
  ['a million ends without a note', () => midiFile([track(repeated([0, 0x80, 60, 64], 990_000))])],
  ['200,000 controllers', () => midiFile([track(repeated([1, 0xb0, 7, 64], 199_000), NOTE)])],
  ['a million tempos', () => midiFile([track(repeated([1, 0xff, 0x51, 3, 7, 161, 32], 990_000))])],
  ['20 MB of one text', () => midiFile([track([0, 0xff, 1, 0x89, 0xa0, 0xd5, 0x00], Buffer.alloc(19_000_000, 'x'))])],
  [
    '1,000 tracks of sixteen channels',
    () =>
      midiFile(
        Array.from({ length: 1000 }, () => track(...Array.from({ length: 16 }, (_, channel) => [0, 0x90 | channel, 60, 100, 96, 60, 0]))),
      ),
  ],
  ['200,000 notes on one tick', () => midiFile([track(repeated([0, 0x90, 60, 100], 100_000), repeated([0, 0x90, 61, 100], 95_000))])],
];
