import {
  barTicks,
  COMMON_NAMING,
  COMMON_TIME,
  division,
  gridOf,
  newSong,
  newTrack,
  soundById,
  TICKS_PER_QUARTER,
  type Division,
  type MeterAt,
  type Note,
} from '@yibbo/core';
import { DEFAULT_PATTERN_VIEW } from '../../state/preferences/pattern-views';
import type { OpenPart } from '../../state/session/selectors';
import { linesIn } from './notes/lines';
import { Viewport } from './viewport/viewport';
import { rowsFor, stepRowsFor } from '../../acts/pattern/rows';
import { cellAtTick, cellsOf, isRepeat, linesOf, notesInCell } from './steps/step-cells';

const BEAT = TICKS_PER_QUARTER;
const KICK = 36;

function partIn(inUse: Division, meter = COMMON_TIME, bars = 2): OpenPart {
  const { track, pattern, placement } = newTrack(newSong('song', 'Test', 1), soundById('quay-kit', 'drums'), () => 'id');
  const meters: MeterAt[] = [{ tick: 0, ...meter }];
  return {
    track,
    placement,
    pattern: { ...pattern, length: bars * barTicks(meter) },
    view: DEFAULT_PATTERN_VIEW,
    viewMode: 'steps',
    division: inUse,
    meter,
    meters,
    tempos: [{ tick: 0, bpm: 120 }],
    grid: gridOf(inUse, meter),
    rowGrids: new Map(),
    bars,
    key: null,
    naming: COMMON_NAMING,
  };
}

const note = (fields: Partial<Note>): Note => ({ id: 'n', patternId: 'p', start: 0, length: BEAT, pitch: 36, velocity: 100, ...fields });

describe('cells of a bar', () => {
  it.each<[string, Division, number, number[]]>([
    ['sixteenths', division('1/16'), 16, [8, 8]],
    ['eighth triplets', division('1/8', 'triplet'), 12, [6, 6]],
    ['thirty-seconds', division('1/32'), 32, [8, 8, 8, 8]],
    ['fives in the space of four', { unit: '1/16', count: 5, inSpaceOf: 4 }, 20, [7, 7, 6]],
    ['whole bars', division('1 bar'), 1, [1]],
    ['four bars', division('4 bars'), 1, [1]],
  ])('%s: %j', (_name, inUse, count, lines) => {
    const cells = cellsOf(partIn(inUse), 1, KICK);
    expect(cells).toHaveLength(count);
    expect(linesOf(cells, 8).map((line) => line.length)).toEqual(lines);
  });

  it('follow the meter: 7/8 has fourteen sixteenths, and the second bar starts after seven eighths', () => {
    const cells = cellsOf(partIn(division('1/16'), { numerator: 7, denominator: 8 }), 1, KICK);
    expect(cells).toHaveLength(14);
    expect(cells[0]!.start).toBe(3.5 * BEAT);
  });

  it('hold what starts in them, off the line too, and nothing of their neighbours', () => {
    const [first, second] = cellsOf(partIn(division('1/16')), 0, KICK);
    const notes = [
      note({ id: 'on' }),
      note({ id: 'late', start: 700 }),
      note({ id: 'next', start: BEAT / 4 }),
      note({ id: 'other', pitch: 38 }),
    ];
    expect(notesInCell(notes, 36, first!).map(({ id }) => id)).toEqual(['on', 'late']);
    expect(notesInCell(notes, 36, second!).map(({ id }) => id)).toEqual(['next']);
  });

  it('of a row that is shorter than the pattern begin again where it does, and show what is written in its first round', () => {
    const part = partIn(division('1/16'));
    const short = { ...part, pattern: { ...part.pattern, rowLengths: [{ pitch: KICK, length: (3 * BEAT) / 4 }] } };
    const cells = cellsOf(short, 1, KICK);
    // Sixteen steps of rounds of three: the second bar begins with the second step of a round.
    expect(cells.map(({ source }) => (4 * source) / BEAT)).toEqual([1, 2, 0, 1, 2, 0, 1, 2, 0, 1, 2, 0, 1, 2, 0, 1]);
    expect(cells.every(isRepeat)).toBe(true);
    expect(cellsOf(short, 0, KICK).filter((cell) => !isRepeat(cell))).toHaveLength(3);
    expect(notesInCell([note({ id: 'hit', start: BEAT / 2 })], KICK, cells[4]!)).toHaveLength(1);
    // The step that sounds is lit where it is written, if that is on show.
    expect(cellAtTick(cellsOf(short, 0, KICK), BEAT / 2)!.index).toBe(2);
    expect(cellAtTick(cells, BEAT / 2)!.index).toBe(1);
  });

  it('take the division of their row', () => {
    const part = partIn(division('1/16'));
    const own = { ...part, rowGrids: new Map([[KICK, gridOf(division('1/4'), COMMON_TIME)]]) };
    expect(cellsOf(own, 0, KICK)).toHaveLength(4);
    expect(cellsOf(own, 0, 38)).toHaveLength(16);
  });
});

describe('rows', () => {
  const drums = partIn(division('1/16'));

  it("of drums are the kit's, and any other key that is struck, by its General MIDI name", () => {
    const rows = rowsFor(drums, [note({ pitch: 63 })]);
    expect(rows.slice(-2).map(({ name }) => name)).toEqual(['Kick', 'Open Hi Conga']);
    expect(rows).toHaveLength(drums.track.rows.length + 1);
  });

  it('of a pitched track are the whole keyboard from the top; in Steps those round its notes', () => {
    const keys: OpenPart = { ...drums, track: { ...drums.track, kind: 'pitched', rows: [] } };
    expect(rowsFor(keys, [])).toHaveLength(128);
    expect(rowsFor(keys, [])[127 - 60]!.name).toBe('C4');
    const steps = stepRowsFor(keys, [note({ pitch: 40 }), note({ pitch: 70 })]);
    expect(steps[0]!.pitch).toBe(72);
    expect(steps.at(-1)!.pitch).toBe(38);
  });
});

describe('lines of the grid', () => {
  const weights = (pixelsPerBeat: number, meters: MeterAt[] = [{ tick: 0, ...COMMON_TIME }]) =>
    linesIn(0, 8 * BEAT, gridOf(division('1/16'), COMMON_TIME), meters, pixelsPerBeat / BEAT);

  it('weigh as bar, beat or step', () => {
    const lines = weights(64);
    const count = (weight: string) => lines.filter((line) => line.weight === weight).length;
    expect([count('bar'), count('beat'), count('step')]).toEqual([2, 6, 24]);
  });

  it('are left out where they would run together: steps first, then beats', () => {
    expect(new Set(weights(20).map(({ weight }) => weight))).toEqual(new Set(['bar', 'beat']));
    expect(new Set(weights(5).map(({ weight }) => weight))).toEqual(new Set(['bar']));
  });

  it('begin anew with a new meter', () => {
    const bars = weights(64, [
      { tick: 0, numerator: 3, denominator: 4 },
      { tick: 3 * BEAT, ...COMMON_TIME },
    ]).filter(({ weight }) => weight === 'bar');
    expect(bars.map(({ tick }) => tick / BEAT)).toEqual([0, 3, 7]);
  });
});

describe('the viewport', () => {
  const made = () => {
    const viewport = new Viewport(64 * BEAT, 128);
    viewport.resize(340, 480);
    return viewport;
  };

  it('keeps what is under the fingers there while it zooms', () => {
    const viewport = made();
    viewport.scrollBy(500, 900);
    const under = () => [(viewport.scrollX + 100) / viewport.pixelsPerTick, (viewport.scrollY + 200) / viewport.rowPixels];
    const [tick, row] = under();
    viewport.zoomBy(1.7, 1.3, 100, 200);
    expect(under()[0]).toBeCloseTo(tick!, 3);
    expect(under()[1]).toBeCloseTo(row!, 6);
  });

  it('does not scroll past the ends', () => {
    const viewport = made();
    viewport.scrollBy(-99, -99);
    expect([viewport.scrollX, viewport.scrollY]).toEqual([0, 0]);
    viewport.scrollBy(1e9, 1e9);
    expect(viewport.scrollY).toBe(128 * 26 - 480);
  });

  it('counts what lies out of sight on each side, and jumps to the nearest of it', () => {
    const viewport = made();
    viewport.scrollBy(8 * 64, 26 * 60);
    const place = (beat: number, row: number) => ({ start: beat * BEAT, length: BEAT, row });
    const places = [place(0, 62), place(7, 62), place(9, 62), place(20, 62), place(9, 2), place(9, 100), place(9, 126)];
    expect(viewport.outOfSight(places)).toEqual({ before: 2, after: 1, above: 1, below: 2 });
    viewport.jump(places);
    // One beat before the left edge is the nearest; it is brought to the middle.
    expect(viewport.shows(7 * BEAT, BEAT, 62)).toBe(true);
    viewport.jump([place(9, 62)]);
    expect(viewport.shows(7 * BEAT, BEAT, 62)).toBe(true);
  });

  it('draws more than is in view, and the same part while scrolling goes only a little way', () => {
    const viewport = made();
    viewport.scrollBy(400, 600);
    const drawn = viewport.window();
    expect(drawn.fromTick * drawn.pixelsPerTick).toBeLessThanOrEqual(viewport.scrollX - 100);
    expect(drawn.toTick * drawn.pixelsPerTick).toBeGreaterThanOrEqual(viewport.scrollX + viewport.width + 100);
    viewport.scrollBy(20, 20);
    expect(viewport.window()).toBe(drawn);
  });
});
