import { bpmAt, framesBetween, tickOfFrame, type FoundHit, type Recording } from '@yibbo/core';
import { opened, STEP } from '../../../test/opened';
import { fileTold } from '../../state/recordings/sound-files';
import { selectHitTicks } from '../../state/session/hits';
import { followTempo, moveRecording, recordingToNotes, switchHit, takeTempo, trimRecording, untrimRecording } from './recordings';

const HASH = 'c'.repeat(64);
const RATE = 48_000;
const BAR = 16 * STEP;
const hit = (seconds: number, level = 0.8): FoundHit => ({ frame: Math.round(seconds * RATE), strength: 2, level });

/** A song of a bar with notes on its beats, over a recording of ten seconds with known hits. */
function recorded(hits: readonly FoundHit[], fields: Partial<Recording> = {}) {
  const recording: Recording = {
    id: 'rec',
    songId: 'song',
    tick: 0,
    name: 'Take',
    file: { hash: HASH, name: 'take.wav', frames: 10 * RATE, channels: 1, bytes: 9 },
    offset: 0,
    frames: 10 * RATE,
    levelDb: 0,
    muted: false,
    ...fields,
  };
  const song = opened((document) => ({ ...document, recordings: [recording] }));
  song.store.dispatch(fileTold({ hash: HASH, news: { state: 'there', hits } }));
  const now = () => song.store.getState().song.document!;
  return { ...song, now, there: () => now().recordings[0]! };
}

describe('a recording under the notes', () => {
  it('is moved by ticks and by milliseconds wherever the tempo is, and not before the song', () => {
    const { dispatch, there } = recorded([]);
    dispatch(moveRecording('rec', { ticks: BAR }));
    expect(there().tick).toBe(BAR);
    dispatch(moveRecording('rec', { ms: 250 }));
    // At 120 bpm half a beat.
    expect(there().tick).toBe(BAR + 2 * STEP);
    dispatch(moveRecording('rec', { ticks: -99 * BAR }));
    expect(there().tick).toBe(0);
  });

  it('goes to the notes: its hits lie on them, by the middle of their distances', () => {
    // The notes lie on 0, 0.5, 1 and 1.5 s; the hits 70 ms later, one of them far off.
    const { dispatch, there, store } = recorded([hit(0.07), hit(0.57), hit(1.07), hit(1.66)]);
    dispatch(recordingToNotes('rec'));
    expect(there().tick).toBe(0);
    // It cannot begin before the song: put later first, it goes back by as much.
    dispatch(moveRecording('rec', { ms: 40 }));
    const before = there().tick;
    dispatch(recordingToNotes('rec'));
    expect(there().tick).toBeLessThan(before);
    expect(store.getState().session.notice).not.toBeNull();
  });

  it('is cut at a place and made whole again, and what is heard stays where it is', () => {
    const { dispatch, there, now } = recorded([], { tick: BAR });
    const heardAt = (frame: number) => Math.round(tickOfFrame(now().song.tempos, there(), frame));
    const before = heardAt(5 * RATE);
    dispatch(trimRecording('rec', 'start', 2 * BAR));
    expect([there().tick, there().offset, there().frames]).toEqual([2 * BAR, 2 * RATE, 8 * RATE]);
    dispatch(trimRecording('rec', 'end', 3 * BAR));
    expect(there().frames).toBe(2 * RATE);
    expect(heardAt(5 * RATE)).toBe(before);
    dispatch(trimRecording('rec', 'end', 20 * BAR));
    expect(there().frames).toBe(2 * RATE);
    dispatch(untrimRecording('rec'));
    expect([there().tick, there().offset, there().frames]).toEqual([BAR, 0, 10 * RATE]);
  });

  it('has hits put in and taken out at a tick of the song', () => {
    const { dispatch, there, store } = recorded([hit(0.5), hit(1)]);
    expect(selectHitTicks(store.getState())).toEqual([4 * STEP, 8 * STEP]);
    dispatch(switchHit('rec', 4 * STEP));
    expect(selectHitTicks(store.getState())).toEqual([8 * STEP]);
    dispatch(switchHit('rec', 2 * STEP));
    expect(selectHitTicks(store.getState())).toEqual([2 * STEP, 8 * STEP]);
    expect(there().hitsAdded).toEqual([0.25 * RATE]);
  });

  it('gives the song its tempo, and its first bar falls on a bar of the song', () => {
    // Eighths at 96 bpm from 0.3 s on, a bar being louder at its beginning.
    const eighth = 30 / 96;
    const hits = Array.from({ length: 28 }, (_, at) => hit(0.3 + at * eighth, at % 8 === 0 ? 1 : at % 2 ? 0.25 : 0.6));
    const { dispatch, now, there } = recorded(hits);
    dispatch(takeTempo('rec'));
    expect(Math.abs(bpmAt(now().song.tempos, 0) - 96)).toBeLessThan(0.1);
    const first = tickOfFrame(now().song.tempos, there(), hits[0]!.frame);
    expect(Math.abs(first - Math.round(first / BAR) * BAR)).toBeLessThan(200);
  });

  it('is followed bar by bar where it slows down: its bars are the song’s', () => {
    const hits: FoundHit[] = [];
    let at = 0.2;
    for (let eighth = 0; eighth < 32; eighth++) {
      hits.push(hit(at, eighth % 8 === 0 ? 1 : eighth % 2 ? 0.25 : 0.6));
      at += 0.27 * (1 + (0.08 * eighth) / 32);
    }
    const { dispatch, now, there } = recorded(hits);
    dispatch(followTempo('rec'));
    const { tempos } = now().song;
    expect(tempos.length).toBeGreaterThan(2);
    for (const bar of [0, 1, 2, 3]) {
      const tick = tickOfFrame(tempos, there(), hits[8 * bar]!.frame);
      expect(Math.abs(tick - Math.round(tick / BAR) * BAR)).toBeLessThan(400);
    }
    expect(framesBetween(now(), 0, BAR)).toBeLessThan(framesBetween(now(), 2 * BAR, 3 * BAR));
  });
});
