import { parseMidi } from 'midi-file';
import { note, songWith } from '../../test/make';
import { TICKS_PER_QUARTER } from '../time';
import { exportMidi } from '.';

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
