import fc from 'fast-check';
import { parseMidi, writeMidi, type MidiEvent } from 'midi-file';
import { anyNotes, counter, note, songWith } from '../../test/make';
import { END, file, letters, METER, NOTE } from '../../test/midi-bytes';
import { apply, diff, invert } from '../change';
import { emptyDocument, type Document } from '../model';
import { TICKS_PER_QUARTER } from '../time';
import { exportMidi, importMidi } from '.';
import { MAX_FILE_BYTES } from './words';

const context = () => ({ newId: counter('i'), seed: 1, name: 'File' });
const bring = (bytes: Uint8Array) => importMidi(bytes, context());
function songFrom(bytes: Uint8Array): Document {
  const imported = bring(bytes);
  if (!imported.ok) throw new Error(imported.refusal.code);
  return imported.document;
}
const mendedIn = (bytes: Uint8Array) => {
  const imported = bring(bytes);
  return imported.ok ? imported.report.mended.map(({ code }) => code) : [`refused ${imported.refusal.code}`];
};

/** A file as another library reads it: every event with its absolute tick, in a comparable order. */
function readElsewhere(bytes: Uint8Array) {
  const { header, tracks } = parseMidi(bytes);
  const rows = tracks.map((track) => {
    let tick = 0;
    return track.map(({ deltaTime, ...event }) => JSON.stringify({ tick: (tick += deltaTime), ...event, running: undefined })).sort();
  });
  return { division: header.ticksPerBeat, format: header.format, rows };
}

type Timed = MidiEvent & { tick: number };

/** Files as another library writes them: overlaps, doubles, controllers, text, tempo and meter anywhere. */
const anyFile = fc
  .record({
    division: fc.constantFrom(89, 96, 120, 192, 240, 256, 480, 960, 1024, 10080),
    notes: fc.array(
      fc.record({
        track: fc.constantFrom(1, 2),
        channel: fc.constantFrom(0, 3, 9),
        start: fc.nat(4000),
        length: fc.integer({ min: 0, max: 900 }),
        pitch: fc.integer({ min: 58, max: 61 }),
        velocity: fc.integer({ min: 1, max: 127 }),
        release: fc.option(fc.nat(127)),
      }),
      { maxLength: 30 },
    ),
    others: fc.array(
      fc
        .record({ tick: fc.nat(5000), track: fc.constantFrom(1, 2) })
        .chain(({ tick, track }) =>
          fc
            .oneof(
              fc.record({ type: fc.constant('controller' as const), channel: fc.nat(15), controllerType: fc.nat(127), value: fc.nat(127) }),
              fc.record({ type: fc.constant('pitchBend' as const), channel: fc.nat(15), value: fc.integer({ min: -8192, max: 8191 }) }),
              fc.record({ type: fc.constant('programChange' as const), channel: fc.nat(15), programNumber: fc.nat(127) }),
              fc.record({ type: fc.constant('channelAftertouch' as const), channel: fc.nat(15), amount: fc.nat(127) }),
              fc.record({ type: fc.constant('lyrics' as const), meta: fc.constant(true as const), text: fc.constant('la') }),
              fc.record({ type: fc.constant('sysEx' as const), data: fc.constant([0x7e, 9, 0xf7]) }),
            )
            .map((event) => ({ tick, track, event })),
        ),
      { maxLength: 12 },
    ),
    tempos: fc.uniqueArray(fc.record({ tick: fc.nat(5000), microsecondsPerBeat: fc.integer({ min: 1, max: 0xffffff }) }), {
      maxLength: 4,
      selector: ({ tick }) => tick,
    }),
  })
  .map(({ division, notes, others, tempos }) => {
    const tracks: Timed[][] = [
      [
        {
          tick: 0,
          deltaTime: 0,
          meta: true,
          type: 'timeSignature',
          numerator: 7,
          denominator: 8,
          metronome: 12,
          thirtyseconds: 8,
        } as Timed,
        { tick: 0, deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: 500_000 } as Timed,
        ...tempos.filter(({ tick }) => tick > 0).map((tempo) => ({ deltaTime: 0, meta: true, type: 'setTempo', ...tempo }) as Timed),
      ],
      [{ tick: 0, deltaTime: 0, meta: true, type: 'trackName', text: 'One' } as Timed],
      [{ tick: 0, deltaTime: 0, meta: true, type: 'trackName', text: 'Two' } as Timed],
    ];
    for (const { track, start, length, release, channel, pitch, velocity } of notes) {
      tracks[track]!.push({ tick: start, deltaTime: 0, type: 'noteOn', channel, noteNumber: pitch, velocity } as Timed);
      tracks[track]!.push({
        tick: start + length,
        deltaTime: 0,
        type: 'noteOff',
        channel,
        noteNumber: pitch,
        velocity: release ?? 0,
        byte9: release === null,
      } as Timed);
    }
    for (const { track, tick, event } of others) tracks[track]!.push({ deltaTime: 0, tick, ...event } as Timed);
    const order = (event: Timed) => (event.type === 'noteOff' ? 1 : event.type === 'noteOn' ? 0 : 2);
    const written = tracks.map((track) => {
      const sorted = [...track].sort((a, b) => a.tick - b.tick || order(a) - order(b));
      const deltas = sorted.map((event, index): MidiEvent => {
        const { tick, ...rest } = event;
        return { ...rest, deltaTime: tick - (sorted[index - 1]?.tick ?? 0) } as MidiEvent;
      });
      return [...deltas, { deltaTime: 7, meta: true, type: 'endOfTrack' } as MidiEvent];
    });
    return Uint8Array.from(writeMidi({ header: { format: 1, numTracks: 3, ticksPerBeat: division }, tracks: written }, { running: true }));
  });

describe('a MIDI file in and out', () => {
  it('untouched, another library reads the very same events and numbers', () => {
    fc.assert(
      fc.property(anyFile, (bytes) => {
        expect(readElsewhere(exportMidi(songFrom(bytes), 'written').bytes)).toEqual(readElsewhere(bytes));
      }),
      { numRuns: 300 },
    );
  });

  it('brings each channel of each file track in as a track, drums with General MIDI rows', () => {
    const imported = bring(
      file([
        ...METER,
        0,
        0xff,
        3,
        4,
        ...letters('Band'),
        0,
        0xc1,
        38,
        0,
        0x91,
        40,
        90,
        0,
        0x99,
        36,
        100,
        48,
        36,
        0,
        48,
        0x81,
        40,
        33,
        ...END,
      ]),
    );
    if (!imported.ok) throw new Error('refused');
    expect(imported.report).toMatchObject({ bars: 1, bpm: 120, meter: '4/4', mended: [] });
    expect(imported.document.tracks.map(({ name, kind, soundId, rows }) => [name, kind, soundId, rows])).toEqual([
      ['Band · 2', 'pitched', 'round-bass', []],
      ['Band · 10', 'drums', 'quay-kit', [{ pitch: 36, name: 'Bass Drum 1' }]],
    ]);
  });

  it('a song made here leaves in the coarsest division that loses nothing', () => {
    const divisionOf = (start: number) =>
      readElsewhere(exportMidi(songWith([note({ start, length: TICKS_PER_QUARTER })]), 'written').bytes).division;
    expect(divisionOf(0)).toBe(480);
    expect(divisionOf(TICKS_PER_QUARTER / 7)).toBe(3360);
    expect(divisionOf(1)).toBe(20160);
  });

  it('as written lays out every pass; as heard leaves muted notes out and cuts what the next note cuts', () => {
    const document = songWith(
      [
        note({ id: 'a', length: 3 * TICKS_PER_QUARTER }),
        note({ id: 'b', start: TICKS_PER_QUARTER }),
        note({ id: 'c', pitch: 64, muted: true }),
      ],
      1,
    );
    const twice = {
      ...document,
      placements: document.placements.map((placement) => ({ ...placement, length: 2 * document.patterns[0]!.length })),
    };
    const ons = (mode: 'written' | 'heard') =>
      readElsewhere(exportMidi(twice, mode).bytes)
        .rows[1]!.map((row) => JSON.parse(row))
        .filter(({ type }) => type === 'noteOn');
    expect(ons('written')).toHaveLength(6);
    expect(
      ons('heard')
        .map(({ tick }) => tick)
        .sort((a, b) => a - b),
    ).toEqual([0, 480, 1920, 2400]);
  });

  it('comes back from a file as it left, whatever was drawn', () => {
    fc.assert(
      fc.property(anyNotes(), (notes) => {
        const tidy = notes.filter(({ start }) => start < 8 * TICKS_PER_QUARTER).map(({ muted: _muted, ...rest }) => rest);
        const seen = (document: Document) =>
          Object.values(document.notes)
            .flat()
            .map(({ start, pitch, velocity }) => `${start} ${pitch} ${velocity}`)
            .sort();
        expect(seen(songFrom(exportMidi(songWith(tidy), 'written').bytes))).toEqual(seen(songWith(tidy)));
      }),
    );
  });
});

describe('files in a bad way', () => {
  it.each([
    ['empty', new Uint8Array(), 'refused empty'],
    ['text', Uint8Array.from(letters('not a midi file at all')), 'refused notMidi'],
    ['too large', new Uint8Array(MAX_FILE_BYTES + 1), 'refused tooLarge'],
    ['without tracks', file(NOTE, { tag: 'Xtra' }), 'refused noTracks'],
    ['cut off in its header', file(NOTE).slice(0, 11), 'refused notMidi'],
    ['cut off in a track', file([...METER, ...NOTE, ...END]).slice(0, -8), 'truncated'],
    [
      'wrapped in RIFF',
      Uint8Array.from([...letters('RIFF'), 0, 0, 0, 0, ...letters('RMIDdata'), 0, 0, 0, 0, ...file([...METER, ...NOTE, ...END])]),
      'wrapped',
    ],
    ['counting in film frames', file([...METER, ...NOTE, ...END], { division: [0xe7, 40] }), 'frameTime'],
    ['of division 0', file([...METER, ...NOTE, ...END], { division: [0, 0] }), 'divisionZero'],
    ['without an end mark', file([...METER, ...NOTE]), 'missingEnd'],
    ['with a note that never ends', file([...METER, 0, 0x90, 60, 100, 96, ...END.slice(1)]), 'hangingNotes'],
    ['with an end without a note', file([...METER, ...NOTE, 0, 0x80, 61, 0, ...END]), 'strayOffs'],
    ['with a note of no length', file([...METER, 0, 0x90, 60, 100, 0, 60, 0, ...END]), 'zeroLength'],
    ['with data before any status', file([...METER, 0, 60, ...NOTE.slice(1), ...END]), 'strayBytes'],
    ['with real-time bytes inside', file([...METER, 0, 0x90, 0xf8, 60, 100, 96, 0xfe, 60, 0, ...END]), 'realTimeBytes'],
    ['with tempo 0', file([...METER, 0, 0xff, 0x51, 3, 0, 0, 0, ...NOTE, ...END]), 'badTempo'],
    ['with a tempo of the wrong length', file([...METER, 0, 0xff, 0x51, 2, 7, 7, ...NOTE, ...END]), 'badTempo'],
    ['naming another number of tracks', file([...METER, ...NOTE, ...END], { tracks: 9 }), 'trackCount'],
  ])('%s: one clear answer', (_what, bytes, expected) => {
    expect(mendedIn(bytes)).toEqual([expected]);
  });

  it('a file stuffed with controllers, or with one huge block, is refused before it can take the memory', () => {
    const controllers = Array.from({ length: 1_000_001 }, () => [0, 0xb0, 7, 100]).flat();
    expect(mendedIn(file([...METER, ...controllers, ...END]))).toEqual(['refused tooManyEvents']);
    const block = new Array<number>(5 * 1024 * 1024).fill(1);
    const length = [
      0x80 | (block.length >> 21),
      0x80 | ((block.length >> 14) & 127),
      0x80 | ((block.length >> 7) & 127),
      block.length & 127,
    ];
    expect(mendedIn(file([...METER, 0, 0xf0, ...length].concat(block, END)))).toEqual(['refused tooManyEvents']);
  });

  it('16,000 silent bars come in whole', () => {
    const silence = 16_000 * 4 * 96;
    const delta = [0x80 | (silence >> 21), 0x80 | ((silence >> 14) & 127), 0x80 | ((silence >> 7) & 127), silence & 127];
    const imported = bring(file([...METER, ...delta, ...NOTE.slice(1), ...END]));
    expect(imported.ok && imported.report.bars).toBe(16_001);
  });

  it('whatever the bytes, it answers; and what it lets in is a sound song that goes out again', () => {
    const good = file([...METER, ...NOTE, ...NOTE, ...END]);
    const broken = fc.array(fc.tuple(fc.nat(good.length - 1), fc.nat(255)), { maxLength: 6 }).map((edits) => {
      const bytes = good.slice();
      for (const [at, value] of edits) bytes[at] = value;
      return bytes;
    });
    fc.assert(
      fc.property(
        fc.oneof(
          broken,
          fc.uint8Array({ maxLength: 80 }).map((tail) => Uint8Array.from([...file([]), ...tail])),
        ),
        (bytes) => {
          const imported = bring(bytes);
          if (!imported.ok) return;
          const { document } = imported;
          const empty = emptyDocument(document.song);
          const change = { id: 'c', at: 0, device: 'd', label: '', entries: diff(empty, document) };
          expect(apply(empty, change).ok).toBe(true);
          expect(apply(document, invert(change, { ...change, id: 'u' })).ok).toBe(true);
          expect(exportMidi(document, 'written').bytes.length).toBeGreaterThan(20);
        },
      ),
      { numRuns: 500 },
    );
  });
});
