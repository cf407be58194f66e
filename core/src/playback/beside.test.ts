import { note, songWith } from '../../test/make';
import { newTrack, withTrack } from '../song';
import { soundById } from '../sounds';
import { TICKS_PER_QUARTER } from '../time';
import { standingAt, turnedIn, USUAL_ECHO } from '.';
import type { EngineMessage } from '../audio';
import type { Document } from '../model';

const BAR = 4 * TICKS_PER_QUARTER;
/** A frame for each tick, so that what is told can be read as ticks. */
const telling = { context: { view: { kind: 'song' } }, frameOf: (tick: number) => tick, generation: 0 } as const;
const echoesIn = (messages: readonly EngineMessage[]) => messages.flatMap((message) => (message.type === 'echoes' ? message.echoes : []));
const gatesIn = (messages: readonly EngineMessage[]) => messages.flatMap((message) => (message.type === 'gates' ? message.gates : []));

describe('the echo', () => {
  const song = (tempos: Document['song']['tempos'], more: Partial<Document['song']> = {}): Document => {
    const made = songWith([], 8);
    return { ...made, song: { ...made.song, tempos, ...more } };
  };

  it('is a division of the tempo: a dotted eighth at 120 takes 375 ms, at 60 twice that, from the bar the tempo changes in', () => {
    const changing = song([
      { tick: 0, bpm: 120 },
      { tick: 2 * BAR, bpm: 60 },
    ]);
    expect(echoesIn(standingAt(changing, 0, telling))).toEqual([{ at: 0, frames: 18_000 }]);
    expect(echoesIn(standingAt(changing, 3 * BAR, telling))).toEqual([{ at: 3 * BAR, frames: 36_000 }]);
    expect(echoesIn(turnedIn(changing, 1, 4 * BAR, telling))).toEqual([{ at: 2 * BAR, frames: 36_000 }]);
    expect(echoesIn(turnedIn(changing, 2 * BAR, 4 * BAR, telling))).toEqual([{ at: 2 * BAR, frames: 36_000 }]);
    expect(echoesIn(turnedIn(changing, 1, 2 * BAR, telling))).toEqual([]);
    expect(USUAL_ECHO).toBe((3 / 4) * TICKS_PER_QUARTER);
  });

  it('starts each pass of a loop as the loop starts, and is halved where it would be longer than there is room for', () => {
    const changing = song([
      { tick: 0, bpm: 120 },
      { tick: BAR, bpm: 90 },
    ]);
    const looped = { ...telling, context: { view: { kind: 'song', loop: { start: 0, end: 2 * BAR } } } } as const;
    expect(echoesIn(turnedIn(changing, 1, 4 * BAR, looped)).map(({ at }) => at)).toEqual([BAR, 2 * BAR, 3 * BAR]);
    // Half a bar at 30 bpm is four seconds; two are left of it.
    expect(echoesIn(standingAt(song([{ tick: 0, bpm: 30 }], { echo: BAR / 2 }), 0, telling))).toEqual([{ at: 0, frames: 96_000 }]);
  });
});

describe('a track that opens with a row of another', () => {
  const drums = songWith(
    [
      note({ id: 'a', pitch: 36, start: 0 }),
      note({ id: 'b', pitch: 38, start: 20_160 }),
      note({ id: 'c', pitch: 36, start: 40_320, chance: 0 }),
    ],
    2,
    'drums',
  );
  const ids = ['pad', 'padPattern', 'padPlacement'];
  const both = withTrack(
    drums,
    newTrack(drums, soundById('fog-pad'), () => ids.shift()!),
  );
  const opensWith = { trackId: 'track', pitch: 36, openMs: 100, attackMs: 5, releaseMs: 50, depth: 1, on: true };
  const withGate = (fields: Partial<typeof opensWith> = {}, muted = false): Document => ({
    ...both,
    tracks: both.tracks.map((track) => (track.id === 'pad' ? { ...track, opensWith: { ...opensWith, ...fields } } : { ...track, muted })),
  });

  it('is told each time that the row really sounds, after chance, and what stands open where play begins', () => {
    expect(gatesIn(turnedIn(withGate(), 0, 60_000, telling))).toEqual([{ at: 0, frames: 4800, trackId: 'pad' }]);
    expect(gatesIn(standingAt(withGate(), 2000, telling))).toEqual([{ at: 0, frames: 4800, trackId: 'pad' }]);
    expect(gatesIn(turnedIn(withGate({ pitch: 38 }), 0, 60_000, telling))).toEqual([{ at: 20_160, frames: 4800, trackId: 'pad' }]);
  });

  it('hears nothing of a row that is muted, nor where it is switched off', () => {
    expect(gatesIn(turnedIn(withGate({}, true), 0, 60_000, telling))).toEqual([]);
    expect(gatesIn(turnedIn(withGate({ on: false }), 0, 60_000, telling))).toEqual([]);
  });
});
