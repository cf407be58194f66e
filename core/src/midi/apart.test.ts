import { parseMidi } from 'midi-file';
import { counter, note, songWith } from '../../test/make';
import { letters } from '../../test/midi-bytes';
import { TICKS_PER_QUARTER } from '../time';
import { exportMidi, importMidi } from '.';

/** An event as another library reads it, with its absolute tick. */
type Read = { tick: number; type: string; channel: number; [field: string]: unknown };

it('a bent note of a chord leaves on a channel of its own, with the sound, the range and the line; the chord is not bent', () => {
  const bend = [
    { tick: 0, cents: -300, shape: 'straight' as const },
    { tick: TICKS_PER_QUARTER / 2, cents: 0, shape: 'straight' as const },
  ];
  const document = songWith(
    [note({ id: 'a' }), note({ id: 'b', pitch: 64, bend }), note({ id: 'c', pitch: 64, start: 2 * TICKS_PER_QUARTER })],
    1,
  );
  const { tracks } = parseMidi(exportMidi(document, 'heard').bytes);
  let tick = 0;
  const read = tracks[1]!.map(({ deltaTime, ...event }) => ({ tick: (tick += deltaTime), ...event }) as Read);
  const of = (type: string) => read.filter((event) => event.type === type);
  expect(
    of('noteOn')
      .filter(({ velocity }) => velocity)
      .map(({ tick, noteNumber, channel }) => [tick, noteNumber, channel])
      .sort(),
  ).toEqual([
    [0, 60, 0],
    [0, 64, 1],
    [960, 64, 0],
  ]);
  expect(of('controller').map(({ channel, controllerType, value }) => [channel, controllerType, value])).toContainEqual([1, 6, 3]);
  expect(new Set(of('programChange').map(({ channel, programNumber }) => `${channel} ${programNumber}`)).size).toBe(2);
  const line = of('pitchBend').sort((x, y) => x.tick - y.tick);
  expect(new Set(line.map(({ channel }) => channel))).toEqual(new Set([1]));
  // Of a range of three semitones: all the way down at first, half of that after a quarter of a beat, none from its middle on.
  const at = (tick: number) => line.findLast((event) => event.tick <= tick)!.value;
  expect([at(0), at(120), at(240), at(479)]).toEqual([-8192, -4096, 0, 0]);
});

it('where the sixteen channels run out the notes all leave, and it is counted how many leave unbent', () => {
  const bend = [{ tick: 0, cents: 100, shape: 'straight' as const }];
  const together = Array.from({ length: 20 }, (_, index) => note({ id: `n${index}`, pitch: 40 + index, bend }));
  const { bytes, bendsLeftOut } = exportMidi(songWith(together, 1), 'heard');
  // All channels but the drums' carry one bent note each.
  expect(bendsLeftOut).toBe(20 - 15);
  const events = parseMidi(bytes).tracks[1]! as unknown as Read[];
  expect(events.filter(({ type, velocity }) => type === 'noteOn' && velocity)).toHaveLength(20);
  expect(exportMidi(songWith(together.slice(0, 15), 1), 'written').bendsLeftOut).toBe(0);
});

/** The notes of each file track: pitch, start, end, channel, as another library's events are paired, first on with first off. */
function readNotes(bytes: Uint8Array) {
  return parseMidi(bytes).tracks.map((events) => {
    let tick = 0;
    const open: { pitch: number; start: number; channel: number }[] = [];
    const notes: number[][] = [];
    for (const event of events) {
      tick += event.deltaTime;
      if (event.type !== 'noteOn' && event.type !== 'noteOff') continue;
      const isOn = event.type === 'noteOn' && event.velocity > 0;
      if (isOn) open.push({ pitch: event.noteNumber, start: tick, channel: event.channel });
      else {
        const [on] = open.splice(
          open.findIndex(({ pitch, channel }) => pitch === event.noteNumber && channel === event.channel),
          1,
        );
        notes.push([on!.pitch, on!.start, tick, on!.channel]);
      }
    }
    return notes.sort((a, b) => a[1]! - b[1]! || a[2]! - b[2]!);
  });
}

it('two voices on one key, one inside the other, are read back with the lengths they have', () => {
  const beat = TICKS_PER_QUARTER;
  const document = songWith([note({ id: 'long', length: 4 * beat }), note({ id: 'short', start: beat, length: beat, voice: 2 })], 1);
  const [, notes] = readNotes(exportMidi(document, 'written').bytes);
  expect(notes!.map((each) => each.slice(0, 3))).toEqual([
    [60, 0, 4 * 480],
    [60, 480, 2 * 480],
  ]);
});

it('a bend in one of two file tracks on one channel does not reach the notes of the other', () => {
  const track = (pitch: number) => [0x4d, 0x54, 0x72, 0x6b, 0, 0, 0, 12, 0, 0x90, pitch, 100, 96, 0x80, pitch, 0, 0, 0xff, 0x2f, 0];
  const bytes = Uint8Array.from([...letters('MThd'), 0, 0, 0, 6, 0, 1, 0, 2, 0, 96, ...track(60), ...track(64)]);
  const imported = importMidi(bytes, { newId: counter('i'), seed: 1, name: 'File' });
  if (!imported.ok) throw new Error(imported.refusal.code);
  const { document } = imported;
  const [first, second] = document.patterns.map(({ id }) => id);
  const bent = document.notes[first!]!.map((each) => ({ ...each, bend: [{ tick: 0, cents: 100, shape: 'straight' as const }] }));
  const sent = exportMidi({ ...document, notes: { ...document.notes, [first!]: bent } }, 'written').bytes;
  const channelOf = (type: string) =>
    parseMidi(sent).tracks.map(
      (events) => new Set(events.flatMap((event) => (event.type === type ? [(event as unknown as Read).channel] : []))),
    );
  const [bentOn, plainOn] = channelOf('noteOn');
  expect(channelOf('pitchBend').flatMap((channels) => [...channels])).toEqual([...bentOn!]);
  expect(document.notes[second!]).toHaveLength(1);
  expect([...plainOn!]).not.toEqual([...bentOn!]);
});
