import {
  newSong,
  newTrack,
  soundById,
  TICKS_PER_QUARTER,
  withTrack,
  type Document,
  type EngineMessage,
  type EngineNote,
  type Note,
} from '@yibbo/core';
import { Player } from './player';
import { patternScore, songScore } from './score';

const RATE = 48_000;
/** At 120 bpm. */
const BEAT_FRAMES = RATE / 2;

/** A song of two bars with a note on each of the given beats. */
function songWith(beats: readonly number[], pitch = 60): Document {
  const ids = ['track', 'pattern', 'placement'];
  const song = newSong('song', 'Test', 1);
  const document = withTrack(
    song,
    newTrack(song, soundById('lamp-keys'), () => ids.shift()!),
  );
  const notes = beats.map((beat, index): Note => ({
    id: `n${index}`,
    patternId: 'pattern',
    start: beat * TICKS_PER_QUARTER,
    length: TICKS_PER_QUARTER / 2,
    pitch,
    velocity: 100,
  }));
  return { ...document, notes: { pattern: notes } };
}

const scoreOf = (document: Document) => patternScore(document, 'placement')!;

/** Sound without sound: remembers what is posted, on a clock that the test moves. */
class SilentOutput {
  now = 1120;
  messages: EngineMessage[] = [];

  post = (message: EngineMessage) => void this.messages.push(message);
  frame = () => this.now;
  frameAt = (ms: number) => (ms / 1000) * RATE;
  msAt = (frame: number) => (frame / RATE) * 1000;
  latencySeconds = () => 0;
  wake = () => undefined;

  /** The events still to sound after every replacement and stop, as an engine would keep them. */
  waiting(): EngineNote[] {
    let notes: { note: EngineNote; generation: number }[] = [];
    for (const message of this.messages) {
      if (message.type === 'notes') notes.push(...message.notes.map((note) => ({ note, generation: message.generation })));
      else if (message.type === 'replace')
        notes = notes.filter(({ note, generation }) => note.at < message.from || generation >= message.generation);
      else if (message.type === 'stop') notes = [];
    }
    return notes.map(({ note }) => note).sort((a, b) => a.at - b.at);
  }
}

function playing(document: Document) {
  const output = new SilentOutput();
  const player = new Player(output);
  player.setScore(scoreOf(document));
  player.play(0);
  /** Lets time pass, a turn of the player at a time. */
  const pass = (seconds: number) => {
    for (let turn = 0; turn < seconds * 20; turn++) {
      output.now += RATE / 20;
      jest.advanceTimersByTime(50);
    }
  };
  return { output, player, pass, origin: output.now + 0.03 * RATE };
}

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

describe('the player', () => {
  it('sends every note once, on its very frame, round and round', () => {
    const { output, pass, origin } = playing(songWith([0, 1.5, 7]));
    pass(9);
    const beats = output.waiting().map(({ at }) => (at - origin) / BEAT_FRAMES);
    expect(beats.filter((beat) => beat < 18)).toEqual([0, 1.5, 7, 8, 9.5, 15, 16, 17.5]);
  });

  it('counts in with the click alone, then plays on its very frame; the click goes on, or is over, as it is set', () => {
    for (const isOn of [false, true]) {
      const output = new SilentOutput();
      const player = new Player(output);
      player.setScore(scoreOf(songWith([0, 2])));
      player.setClick({ sound: 'wood', levelDb: 0, accents: true, isOn });
      player.play(0, 4 * TICKS_PER_QUARTER);
      for (let turn = 0; turn < 90; turn++) {
        // An edit while it is counted in changes nothing of when it begins.
        if (turn === 20) player.setScore(scoreOf(songWith([0, 2])));
        output.now += RATE / 20;
        jest.advanceTimersByTime(50);
      }
      const heard = output.waiting().map(({ at, trackId }) => [(at - output.waiting()[0]!.at) / BEAT_FRAMES, trackId]);
      const notes = heard.filter(([, trackId]) => trackId === 'track').map(([beat]) => beat);
      const clicks = heard.filter(([, trackId]) => trackId !== 'track').map(([beat]) => beat as number);
      expect(notes).toEqual([4, 6]);
      expect(clicks.filter((beat) => beat < 8)).toEqual(isOn ? [0, 1, 2, 3, 4, 5, 6, 7] : [0, 1, 2, 3]);
    }
  });

  it('says which tick was heard at a moment, and when one will be, before the beginning too', () => {
    const { player, output, origin } = playing(songWith([0]));
    const ms = (frame: number) => (frame / RATE) * 1000;
    expect(player.tickHeardAt(ms(origin))).toBeCloseTo(0, 6);
    expect(player.tickHeardAt(ms(origin + 9 * BEAT_FRAMES)) / TICKS_PER_QUARTER).toBeCloseTo(9, 6);
    expect(player.tickHeardAt(ms(origin - BEAT_FRAMES)) / TICKS_PER_QUARTER).toBeCloseTo(-1, 6);
    expect(player.msHeard(2 * TICKS_PER_QUARTER)).toBeCloseTo(ms(origin + 2 * BEAT_FRAMES), 6);
    output.latencySeconds = () => 0.1;
    expect(player.tickHeardAt(ms(origin)) / TICKS_PER_QUARTER).toBeCloseTo(-0.2, 6);
  });

  it('sends notes ahead of time, but not so far that an edit comes late', () => {
    const { output, pass } = playing(songWith([0, 1, 2, 3, 4, 5, 6, 7]));
    for (let turn = 0; turn < 40; turn++) {
      pass(0.05);
      const last = output.waiting().at(-1)!;
      expect(last.at - output.now).toBeLessThanOrEqual(0.5 * RATE + 1);
    }
  });

  it('an edit counts from the next event on: what was to come is replaced, nothing comes twice', () => {
    const { output, player, pass, origin } = playing(songWith([0, 1, 2, 3], 60));
    pass(0.7);
    player.setScore(scoreOf(songWith([0, 1, 2, 3], 72)));
    pass(2);
    const heard = output.waiting().map(({ at, pitch }) => [(at - origin) / BEAT_FRAMES, pitch]);
    expect(heard.slice(0, 4)).toEqual([
      [0, 60],
      [1, 60],
      [2, 72],
      [3, 72],
    ]);
  });

  it('a change of tempo keeps the place in the bar', () => {
    const { output, player, pass } = playing(songWith([0, 1, 2, 3, 4, 5, 6, 7]));
    pass(1);
    const before = player.position()!;
    const faster = songWith([0, 1, 2, 3, 4, 5, 6, 7]);
    player.setScore(scoreOf({ ...faster, song: { ...faster.song, tempos: [{ tick: 0, bpm: 240 }] } }));
    output.now += 0.03 * RATE;
    expect(player.position()! - before).toBeCloseTo(0.06 * TICKS_PER_QUARTER, -2);
    pass(1);
    const gaps = output
      .waiting()
      .slice(-3)
      .map(({ at }) => at);
    expect(gaps[2]! - gaps[1]!).toBe(BEAT_FRAMES / 2);
  });

  it('a bend is sent along in frames of its note, at the tempo of its place, and a pan as it is', () => {
    const song = songWith([0]);
    const bend = [
      { tick: 0, cents: -200, shape: 'straight' },
      { tick: TICKS_PER_QUARTER / 4, cents: 0, shape: 'straight' },
    ] as const;
    const { output, pass } = playing({
      ...song,
      song: { ...song.song, tempos: [{ tick: 0, bpm: 60 }] },
      notes: { pattern: [{ ...song.notes['pattern']![0]!, pan: 0.5, bend: [...bend] }] },
    });
    pass(0.1);
    expect(output.waiting()[0]).toMatchObject({
      pan: 0.5,
      bend: [
        { frame: 0, cents: -200 },
        { frame: RATE / 4, cents: 0 },
      ],
    });
  });

  it('stop leaves nothing waiting; a note auditioned while stopped sounds at once', () => {
    const { output, player, pass } = playing(songWith([0, 1]));
    pass(0.2);
    player.stop();
    expect(output.waiting()).toEqual([]);
    expect(player.position()).toBeNull();
    player.audition('track', 64, 90);
    const [note] = output.waiting();
    expect(note).toMatchObject({ pitch: 64, velocity: 90 });
    expect(note!.at - output.now).toBeLessThan(0.03 * RATE);
    pass(1);
    expect(output.waiting()).toHaveLength(1);
  });

  it('starting inside a note sounds the rest of it', () => {
    const output = new SilentOutput();
    const player = new Player(output);
    player.setScore(scoreOf(songWith([0])));
    player.play(TICKS_PER_QUARTER / 4);
    expect(output.waiting()[0]).toMatchObject({ frames: BEAT_FRAMES / 4 });
  });

  it('an edit says what goes on sounding: not what it took away or moved, but long notes however long ago they began', () => {
    const long = (song: Document) => ({
      ...song,
      notes: {
        pattern: song.notes['pattern']!.map((each) => ({ ...each, length: 6 * TICKS_PER_QUARTER, pitch: 60 + Number(each.id.slice(1)) })),
      },
    });
    const before = long(songWith([0, 1]));
    const { output, player, pass } = playing(before);
    pass(2.5);
    const named = () => {
      const message = output.messages.findLast((each) => each.type === 'replace');
      return message?.type === 'replace' ? (message.sounding ?? []).map(({ key }) => key.split(' ')[1]) : [];
    };
    const edited = (change: (notes: readonly Note[]) => readonly Note[]) =>
      player.setScore(scoreOf({ ...before, notes: { pattern: change(before.notes['pattern']!) } }));
    edited((notes) => notes.map((each) => ({ ...each, velocity: 50 })));
    expect(new Set(named())).toEqual(new Set(['n0', 'n1']));
    const keys = () => {
      const message = output.messages.findLast((each) => each.type === 'replace');
      return new Set(message?.type === 'replace' ? message.sounding?.map(({ key }) => key) : []);
    };
    const posted = output.messages.flatMap((each) => (each.type === 'notes' ? each.notes : [])).map(({ key }) => key!);
    expect(posted.slice(0, 2).every((key) => keys().has(key))).toBe(true);
    edited((notes) => notes.slice(1));
    expect(new Set(named())).toEqual(new Set(['n1']));
    edited((notes) => notes.map((each) => (each.id === 'n0' ? { ...each, start: 100 } : each)));
    expect(keys().has(posted[0]!)).toBe(false);
  });

  it('goes on at the same place of the music from the song into a pattern, and back', () => {
    const song = songWith([0, 3]);
    // The pattern of two bars is placed at bar 4; the song has played to the third beat of it.
    const later = {
      ...song,
      placements: song.placements.map((each) => ({ ...each, start: 12 * TICKS_PER_QUARTER, length: 8 * TICKS_PER_QUARTER })),
    };
    const output = new SilentOutput();
    const player = new Player(output);
    player.setScore(songScore(later));
    player.play(14 * TICKS_PER_QUARTER);
    const began = output.now + 0.03 * RATE;
    output.now += RATE * 0.25;
    jest.advanceTimersByTime(50);
    player.setScore(scoreOf(later));
    expect(output.waiting().map(({ at }) => (at - began) / BEAT_FRAMES)).toEqual([1]);
    output.now += RATE / 4;
    player.setScore(songScore(later));
    expect(player.position()! / TICKS_PER_QUARTER).toBeCloseTo(15, 1);
  });

  it('lets a track go out at the next bar line, and come in at one, however it is edited meanwhile', () => {
    const song = songWith([0, 1, 2, 3, 4, 5, 6, 7]);
    const { output, player, pass, origin } = playing(song);
    const told: unknown[] = [];
    player.onSwitched = (...each) => void told.push(each);
    const beats = () => output.waiting().map(({ at }) => Math.round((at - origin) / BEAT_FRAMES));
    pass(0.5);
    player.switchAtBar('track', 'out');
    player.setScore(scoreOf({ ...song }));
    pass(2.5);
    // Bar 2 begins at beat 4: nothing sounds from there on until it is told, and the app has muted the track.
    expect(told).toEqual([['track', 'out', true]]);
    expect(beats().filter((beat) => beat >= 4 && beat < 5)).toEqual([]);
    player.switchAtBar('track', 'in');
    pass(2);
    expect(told).toEqual([
      ['track', 'out', true],
      ['track', 'in', true],
    ]);
    expect(beats().filter((beat) => beat >= 6 && beat < 10)).toEqual([8, 9]);
    player.switchAtBar('track', 'out');
    player.stop();
    expect(told.at(-1)).toEqual(['track', 'out', false]);
  });
});
