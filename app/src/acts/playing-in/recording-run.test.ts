import { applyOwn, checkDocument, invert, notesOf, pointsOf } from '@yibbo/core';
import { takesOf, type Played } from '@yibbo/core/recording';
import fc from 'fast-check';
import { BAR, BEAT, BEAT_MS, recording, songWith } from '../../../test/recording';

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

describe('a recording', () => {
  it('on an empty pattern becomes that pattern; each pass is a take that adds to the one before; undone it is as if it had not been', () => {
    const before = songWith([]);
    const { run, state, strike, until, inBeats } = recording(before);
    strike(60, 1);
    strike(64, 9);
    until(16);
    strike(67, 18);
    run.end();
    expect(state.takes).toHaveLength(3);
    expect(state.takes.map(inBeats)).toEqual([[[1, 60]], [[1, 60], [1, 64]], [[1, 60], [1, 64], [2, 67]]]); // prettier-ignore
    expect(state.takes[0]).toBe('pattern');
    expect(state.document.placements[0]!.patternId).toBe(state.takes[2]);
    expect(checkDocument(state.document)).toBeNull();
    const undone = [...state.changes]
      .reverse()
      .reduce((document, change) => applyOwn(document, invert(change, { id: 'u', at: 0, device: 'd', label: '' })), state.document);
    expect(undone).toEqual(before);
  });

  it('afresh: every pass begins with what was there, and the last one plays in the end', () => {
    const { run, state, strike, inBeats } = recording(songWith([{ pitch: 50 }]), { passesAdd: false });
    strike(60, 1);
    strike(64, 9);
    expect(state.document.placements[0]!.patternId).toBe('pattern');
    run.end();
    expect(state.takes.map(inBeats)).toEqual([[[0, 50], [1, 60]], [[0, 50], [1, 64]]]); // prettier-ignore
    expect(inBeats('pattern')).toEqual([[0, 50]]);
    expect(state.document.placements[0]!.patternId).toBe(state.takes[1]);
  });

  it('afresh on an empty pattern: no pass has notes of another', () => {
    const { run, state, strike, inBeats } = recording(songWith([]), { passesAdd: false });
    for (const pass of [0, 1, 2]) strike(60 + pass, 1 + 8 * pass);
    run.end();
    expect(state.takes.map(inBeats)).toEqual([[[1, 60]], [[1, 61]], [[1, 62]]]);
    expect(takesOf(state.document, 'pattern')).toHaveLength(3);
  });

  it('replacing: what is there goes as far as it was played, up to the next whole bar, and nothing beyond', () => {
    const there = [{ start: 0, pitch: 50 }, { start: 3 * BEAT, pitch: 51 }, { start: 4 * BEAT, pitch: 52 }]; // prettier-ignore
    const { run, state, strike, until, inBeats } = recording(songWith(there), { isReplacing: true });
    strike(60, 1);
    until(2);
    run.end();
    expect(state.takes.map(inBeats)).toEqual([[[1, 60], [4, 52]]]); // prettier-ignore
    expect(inBeats('pattern')).toHaveLength(3);
  });

  it('replacing on a kit: only in the rows that were struck', () => {
    const there = [{ start: 2 * BEAT, pitch: 36 }, { start: 2 * BEAT, pitch: 42 }]; // prettier-ignore
    const { run, state, strike, until, inBeats } = recording(songWith(there), { isReplacing: true, isKit: true });
    strike(36, 1, 0.1);
    until(7);
    run.end();
    expect(state.takes.map(inBeats)).toEqual([[[1, 36], [2, 42]]]); // prettier-ignore
    expect(notesOf(state.document, state.takes[0]!)[0]!.length).toBe(BEAT / 4);
  });

  it('only the marked time, with a lead-in: what is played outside is heard and not taken', () => {
    const { run, state, strike, until, inBeats } = recording(songWith([], 4), {
      marked: { start: 2 * BAR, end: 3 * BAR },
      leadInBars: 1,
      ends: 'once',
    });
    // Play begins at beat 4: bar 2.
    strike(60, 1);
    strike(61, 3.9, 0.05);
    strike(62, 5);
    strike(63, 8.5);
    until(12);
    expect(state.isOver).toBe(true);
    expect(state.takes.map(inBeats)).toEqual([[[8, 61], [9, 62]]]); // prettier-ignore
    run.end();
  });

  it('ends by itself after one pass, but not before a note that is held is over: it is whole', () => {
    const { state, strike, until, send, at } = recording(songWith([]), { ends: 'once' });
    strike(60, 1);
    until(7.5);
    send({ kind: 'on', pitch: 72, velocity: 70, at: at(7.5) });
    until(9);
    expect(state.isOver).toBe(false);
    send({ kind: 'off', pitch: 72, at: at(9) });
    until(10);
    expect(state.isOver).toBe(true);
    const held = notesOf(state.document, 'pattern').find(({ pitch }) => pitch === 72)!;
    expect([held.start / BEAT, held.length / BEAT]).toEqual([7.5, 1.5]);
  });

  it('after its one pass nothing is taken any more, though it still waits for what is held', () => {
    const { state, strike, until, send, at } = recording(songWith([]), { ends: 'once', quantize: { steps: '10080 ticks', strength: 100 } });
    strike(60, 1);
    until(6);
    send({ kind: 'on', pitch: 72, velocity: 70, at: at(6) });
    strike(61, 7.9, 0.05);
    strike(62, 8.1, 0.05);
    send({ kind: 'off', pitch: 72, at: at(8.2) });
    until(10);
    expect(state.isOver).toBe(true);
    expect(state.takes).toHaveLength(1);
    expect(notesOf(state.document, 'pattern').map(({ pitch }) => pitch)).toEqual([60, 72]);
  });

  it('ends where a call takes the sound away', () => {
    const { state, strike, until, inBeats } = recording(songWith([]));
    strike(60, 1);
    state.isCutOff = true;
    until(2);
    expect(state.isOver).toBe(true);
    expect(inBeats('pattern')).toEqual([[1, 60]]);
  });

  it('goes on with a new take where another window has taken the first one back, and writes nothing where the part is gone', () => {
    const { run, state, strike, until, inBeats } = recording(songWith([{ pitch: 50 }]));
    strike(60, 1);
    until(4);
    const takeBack = () => {
      const undone = [...state.changes]
        .reverse()
        .reduce((document, change) => applyOwn(document, invert(change, { id: 'u', at: 0, device: 'd', label: '' })), state.document);
      Object.assign(state, { document: undone });
    };
    takeBack();
    strike(64, 5);
    until(7);
    run.end();
    expect(state.takes.map(inBeats)).toEqual([[[0, 50], [5, 64]]]); // prettier-ignore
    expect(checkDocument(state.document)).toBeNull();
    const gone = recording(songWith([{ pitch: 50 }]));
    gone.strike(60, 1);
    gone.state.document = { ...gone.state.document, patterns: [], placements: [], notes: {} };
    gone.until(4);
    gone.run.end();
    expect(gone.state.changes).toEqual([]);
  });

  it('for some bars, or as long as one plays: the pattern grows to whole bars, and its placement with it', () => {
    const bars = recording(songWith([]), { ends: 'bars', bars: 3 });
    bars.strike(60, 9);
    bars.until(13);
    expect(bars.state.isOver).toBe(true);
    expect(bars.state.document.patterns[0]!.length).toBe(3 * BAR);
    expect(bars.state.document.placements[0]!.length).toBe(3 * BAR);
    const grows = recording(songWith([]), { ends: 'grows' });
    grows.strike(60, 17);
    grows.until(17.6);
    grows.run.end();
    expect(grows.state.document.patterns[0]!.length).toBe(5 * BAR);
    expect(grows.inBeats('pattern')).toEqual([[17, 60]]);
  });

  it('ends where play does, and what was held ends there; with nothing played nothing is made', () => {
    const { state, until, send, at } = recording(songWith([]));
    until(1);
    send({ kind: 'on', pitch: 60, velocity: 70, at: at(1) });
    until(3);
    state.isPlaying = false;
    until(3.3);
    expect(state.isOver).toBe(true);
    const [note] = notesOf(state.document, 'pattern');
    expect(note!.length / BEAT).toBeCloseTo(2, 0);
    const empty = recording(songWith([{}]));
    empty.until(20);
    empty.run.end();
    expect(empty.state.changes).toEqual([]);
  });

  it('writes nothing that play could still sound once more: only what began a while ago', () => {
    const { state, strike, until, inBeats } = recording(songWith([]), { quantize: { steps: '20160 ticks', strength: 100 } });
    // Early for beat 4: written once that is well past.
    strike(60, 3.6, 0.05);
    until(4.5);
    expect(inBeats('pattern')).toEqual([]);
    until(7);
    expect(state.isOver).toBe(false);
    expect(inBeats('pattern')).toEqual([[4, 60]]);
  });

  it('what is turned goes into the lanes of its own pass', () => {
    const { run, state, strike, send, at, until } = recording(songWith([]), { passesAdd: false });
    const turn = (beat: number, value: number) => {
      until(beat);
      send({ kind: 'turn', target: 'cc:1', value, at: at(beat) });
    };
    strike(60, 1);
    turn(2, 30);
    turn(3, 0);
    strike(62, 9);
    turn(12, 70);
    until(14);
    run.end();
    const lanes = state.takes.map((id) =>
      state.document.lanes
        .filter(({ patternId }) => patternId === id)
        .flatMap((lane) => pointsOf(state.document, lane.id).map(({ tick, value }) => [tick / BEAT, value])),
    );
    expect(lanes).toEqual([[[2, 30], [3, 0]], [[4, 70], [6, 0]]]); // prettier-ignore
  });

  it('keeps what it has by itself while it goes on, not later than a second after it is over', () => {
    const { state, strike, until, inBeats } = recording(songWith([]));
    strike(60, 1);
    until(4);
    expect(state.isOver).toBe(false);
    expect(inBeats('pattern')).toEqual([[1, 60]]);
  });

  it('takes every note that is played in its range once, in its pass, quantized or not, however late the page hears of it', () => {
    const played = fc.uniqueArray(
      fc.record({ beat: fc.integer({ min: 0, max: 620 }), length: fc.integer({ min: 1, max: 60 }), late: fc.integer({ min: 0, max: 80 }) }),
      { selector: ({ beat }) => beat, minLength: 1, maxLength: 24 },
    );
    fc.assert(
      fc.property(played, fc.boolean(), fc.boolean(), (list, isQuantized, passesAdd) => {
        const quantize = isQuantized ? { steps: '10080 ticks' as const, strength: 100 } : null;
        const { run, state, until, send, at } = recording(songWith([]), { quantize, passesAdd });
        // Every note has a key of its own, so that none ends another.
        const events = list.flatMap(({ beat, length, late }, index): { from: number; late: number; event: Played }[] => [
          { from: beat / 25, late, event: { kind: 'on', pitch: 30 + index, velocity: 90, at: at(beat / 25) } },
          { from: (beat + length) / 25, late, event: { kind: 'off', pitch: 30 + index, at: at((beat + length) / 25) } },
        ]);
        for (const { from, late, event } of events.sort((a, b) => a.from - b.from)) {
          until(from + late / BEAT_MS);
          send(event);
        }
        until(30);
        run.end();
        const takes = state.takes.map((id) => notesOf(state.document, id));
        list.forEach(({ beat, length }, index) => {
          const place = isQuantized ? Math.round(beat / 12.5 + 1e-9) / 2 : beat / 25;
          const [first] = takes.filter((notes) => notes.some(({ pitch }) => pitch === 30 + index));
          const note = first!.find(({ pitch }) => pitch === 30 + index)!;
          const wanted = place % 8;
          expect(Math.abs(note.start / BEAT - wanted)).toBeLessThan(1e-3);
          expect(note.length).toBe(Math.round(((beat + length) / 25) * BEAT) - Math.round((beat / 25) * BEAT));
          if (!passesAdd) expect(takes.filter((notes) => notes.some(({ pitch }) => pitch === 30 + index))).toHaveLength(1);
        });
        expect(checkDocument(state.document)).toBeNull();
      }),
      { numRuns: 60 },
    );
  });

  it('holds twenty minutes and 30,000 events in few Changes', () => {
    const { run, state, until, send, at } = recording(songWith([]), { ends: 'grows' });
    const count = 15_000;
    for (let index = 0; index < count; index++) {
      const beat = (index * 2400) / count;
      until(beat);
      send({ kind: 'on', pitch: 40 + (index % 40), velocity: 90, at: at(beat) });
      send({ kind: 'off', pitch: 40 + (index % 40), at: at(beat + 0.1) });
    }
    run.end();
    expect(notesOf(state.document, 'pattern')).toHaveLength(count);
    expect(state.changes.length).toBeLessThan(100);
    expect(state.document.patterns[0]!.take!.raw).toHaveLength(count);
  });
});
