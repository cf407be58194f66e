import fc from 'fast-check';
import { parseMidi } from 'midi-file';
import {
  controls,
  controlsAt,
  curveValue,
  diff,
  invert,
  apply,
  byStartThenPitch,
  clipOf,
  laneFor,
  makeOwn,
  notesOf,
  pointsOf,
  pointsOfLine,
  redrawn,
  songEnd,
  withDrawn,
  withLane,
  withVariant,
  type ControlEvent,
  type CurvePoint,
  type Document,
  type PlayView,
} from '../src';
import { exportMidi, importMidi } from '../src/midi';
import { anyNotes, counter, note, PATTERN, run, runAny, songWith } from './make';

const QUARTER = 20160;
const BAR = 4 * QUARTER;

const anyCurve = fc
  .uniqueArray(
    fc.record({
      tick: fc.nat(40).map((step) => step * 4000),
      value: fc.integer({ min: 0, max: 127 }),
      shape: fc.constantFrom('hold' as const, 'straight' as const),
    }),
    { selector: ({ tick }) => tick, maxLength: 10 },
  )
  .map((points) => points.sort((a, b) => a.tick - b.tick));

it('drawing changes a curve where it is drawn and nowhere else', () => {
  fc.assert(
    fc.property(anyCurve, anyCurve, fc.nat(160_000), fc.nat(80_000), (curve, strokes, start, size) => {
      const end = start + size + 2;
      const inside = strokes.map((point) => ({ ...point, tick: start + point.tick })).filter(({ tick }) => tick < end);
      const points = [{ tick: start, value: 9, shape: 'hold' as const }, ...inside.filter(({ tick }) => tick > start)];
      const after = redrawn(curve, { start, end, points }, 64);
      for (let index = 1; index < after.length; index++) expect(after[index]!.tick).toBeGreaterThan(after[index - 1]!.tick);
      for (let tick = 0; tick < 250_000; tick += 1777) {
        const isInside = tick >= start && tick < end;
        const last = points.at(-1)!.tick;
        // From the last point drawn to the end of the stretch a straight line is on its way back.
        if (isInside && tick > last) continue;
        const expected = isInside ? curveValue(points, tick, 64) : curveValue(curve, tick, 64);
        // Cutting a line rounds its value once.
        if (tick !== start - 1) expect(Math.abs(curveValue(after, tick, 64) - expected)).toBeLessThanOrEqual(1);
      }
    }),
    { numRuns: 120 },
  );
});

it('a line becomes as few points as say it to within half a step', () => {
  const ticks = Array.from({ length: 65 }, (_, step) => step * 1260);
  expect(pointsOfLine(ticks, (tick) => tick / 1260, 'straight')).toHaveLength(2);
  const wave = (tick: number) => 64 + 60 * Math.sin(tick / 9000);
  const points = pointsOfLine(ticks, wave, 'straight');
  expect(points.length).toBeLessThan(40);
  for (const tick of ticks) expect(Math.abs(curveValue(points, tick, 0) - wave(tick))).toBeLessThanOrEqual(1.01);
});

/** A song whose one pattern has a filter lane, placed from `start` on for so many bars. */
function songWithLane(curve: readonly CurvePoint[], target = 'cc:74', bars = 4, start = 0): Document {
  const newId = counter('l');
  let document = withLane(songWith([note()]), PATTERN, target, newId);
  const lane = laneFor(document, PATTERN, target)!;
  const points = curve.map((point, index) => ({ ...point, id: `p${index}`, laneId: lane.id }));
  document = { ...document, lanePoints: points.length ? { [lane.id]: points } : {} };
  return { ...document, placements: document.placements.map((each) => ({ ...each, start, length: bars * BAR })) };
}

/** Where a control stands at a tick by all that was said up to it. */
function standing(said: readonly ControlEvent[], tick: number): number | null {
  const last = said.filter((event) => event.tick <= tick).at(-1);
  if (!last) return null;
  const share = last.lengthTicks ? Math.min(1, (tick - last.tick) / last.lengthTicks) : 1;
  return last.value + (last.to - last.value) * share;
}

describe('what lanes say while they play', () => {
  const song: PlayView = { kind: 'song' };

  it('is the curve, pass by pass, and rest before and after; windows that touch say what one says', () => {
    fc.assert(
      fc.property(anyCurve, fc.nat(3), fc.array(fc.nat(12 * BAR), { maxLength: 6 }), (curve, startBeat, cuts) => {
        const start = startBeat * QUARTER;
        const document = songWithLane(curve, 'cc:74', 5, start);
        const end = start + 6 * BAR;
        const whole = controls(document, 0, end, { view: song });
        const edges = [0, ...cuts.filter((cut) => cut < end).sort((a, b) => a - b), end];
        const pieces = edges.slice(1).flatMap((edge, index) => controls(document, edges[index]!, edge, { view: song }));
        expect(pieces).toEqual(whole);
        for (let tick = 0; tick < end; tick += 3001) {
          const isIn = tick >= start && tick < start + 5 * BAR;
          const inPass = (tick - start) % (2 * BAR);
          const inPattern = curve.filter((point) => point.tick < 2 * BAR);
          const expected = isIn ? curveValue(inPattern.length < curve.length ? curve : inPattern, inPass, 64) : 64;
          expect(standing(whole, tick) ?? 64).toBeCloseTo(expected, 6);
          const [now] = controlsAt(document, tick, { view: song });
          expect(now!.value).toBeCloseTo(expected, 6);
        }
      }),
      { numRuns: 40 },
    );
  });

  it('a loop of the song finds them each round as they are where it begins', () => {
    const document = songWithLane([{ tick: QUARTER, value: 100, shape: 'hold' }], 'cc:74', 2);
    const loop = { start: 2 * QUARTER, end: BAR };
    const said = controls(document, 0, 3 * BAR, { view: { kind: 'song', loop } });
    expect(said.map(({ tick, value }) => [tick / QUARTER, value])).toEqual([
      [0, 64],
      [1, 100],
      ...[4, 6, 8, 10].map((beat) => [beat, 100]),
    ]);
  });

  it('where two placements of a track overlap, the one that began last has its say', () => {
    const document = songWithLane([{ tick: 0, value: 10, shape: 'hold' }], 'cc:74', 4);
    const [first] = document.placements;
    const other = withVariant({ ...document, placements: [first!, { ...first!, id: 'second', start: BAR }] }, 'second', counter('v'));
    const lane = other.lanes.find(({ patternId }) => patternId !== PATTERN)!;
    const own = { ...other.lanePoints, [lane.id]: pointsOf(other, lane.id).map((point) => ({ ...point, value: 99 })) };
    const said = controls({ ...other, lanePoints: own }, 0, 6 * BAR, { view: song });
    expect(said.map(({ tick, value }) => [tick / BAR, value])).toEqual([
      [0, 10],
      [1, 99],
      [3, 99],
      [5, 64],
    ]);
  });
});

it('a copy of a pattern has lanes of its own, and undo of drawing restores them exactly', () => {
  const newId = counter('m');
  const document = songWithLane([{ tick: 5, value: 20, shape: 'straight' }]);
  const twice = { ...document, placements: [...document.placements, { ...document.placements[0]!, id: 'two', start: 8 * BAR }] };
  const own = makeOwn(twice, ['two'], newId);
  const [mine, copy] = own.lanes;
  expect(pointsOf(own, copy!.id).map(({ tick, value, shape }) => ({ tick, value, shape }))).toEqual([
    { tick: 5, value: 20, shape: 'straight' },
  ]);
  const drawn = withDrawn(own, copy!.id, { start: 0, end: BAR, points: [{ tick: 0, value: 300, shape: 'hold' }] }, newId);
  expect(pointsOf(drawn, mine!.id)).toBe(pointsOf(own, mine!.id));
  expect(pointsOf(drawn, copy!.id)[0]!.value).toBe(127);
  const change = { id: 'c', at: 0, device: 'd', label: '', entries: diff(own, drawn) };
  const undone = apply(drawn, invert(change, { ...change, id: 'u' }));
  expect(undone.ok && undone.document.lanePoints).toEqual(own.lanePoints);
});

describe('lanes that go along with notes', () => {
  const curve: CurvePoint[] = [
    { tick: 0, value: 20, shape: 'straight' },
    { tick: QUARTER, value: 100, shape: 'hold' },
  ];
  const at = (document: Document, beat: number) => curveValue(pointsOf(document, document.lanes[0]!.id), beat * QUARTER, 64);

  it('a moved note takes the curve under it along and leaves rest behind; undo brings both back', () => {
    const document = songWithLane(curve);
    const { after, change } = run(document, 'nudge', { count: 1, unit: 'bar' }, ['n'], { lanesTravel: true });
    expect([0, 0.5, 1, 4, 4.5, 4.99, 6].map((beat) => Math.round(at(after, beat)))).toEqual([64, 64, 100, 20, 60, 99, 100]);
    const undone = apply(after, invert(change, { ...change, id: 'u' }));
    expect(undone.ok && undone.document).toEqual(document);
    const without = run(document, 'nudge', { count: 1, unit: 'bar' }, ['n']).after;
    expect(without.lanePoints).toBe(document.lanePoints);
  });

  it('under every moved or copied note a lane says what it said, at its first, middle and last tick', () => {
    const ways = fc.constantFrom<readonly [string, object]>(
      ['nudge', { count: 5, unit: 'beat' }],
      ['nudge', { count: -777, unit: 'tick' }],
      ['duplicate', {}],
      ['repeat', { until: 'times', times: 3 }],
      ['paste', {}],
    );
    let straight = 0;
    fc.assert(
      fc.property(anyCurve, anyNotes(6), ways, (drawn, notes, [id, params]) => {
        fc.pre(notes.length > 0);
        const document = { ...songWithLane(drawn), notes: { [PATTERN]: notes } };
        const ids = notes.map((each) => each.id);
        const clip = clipOf(notes, [{ tick: 0, numerator: 4, denominator: 4 }]);
        const { after } = runAny(document, id, params, id === 'paste' ? [] : ids, { lanesTravel: true, clip });
        const valueIn = (song: Document, tick: number) => curveValue(pointsOf(song, song.lanes[0]!.id), tick, 64);
        const was = new Map(notes.map((each) => [each.id, each]));
        const made = notesOf(after, PATTERN);
        const copies = made.filter((each) => !was.has(each.id)).sort(byStartThenPitch);
        const sources = [...notes].sort(byStartThenPitch);
        const pairs = copies.length
          ? copies.map((each, index) => [sources[index % sources.length]!, each] as const)
          : made.map((each) => [was.get(each.id)!, each] as const);
        for (const [source, now] of pairs) {
          // Copies of one distance come in the order of their sources.
          expect([now.pitch, now.length]).toEqual([source.pitch, source.length]);
          for (const inside of [0, Math.floor((now.length - 1) / 2), now.length - 1]) {
            const before = valueIn(document, source.start + inside);
            if (before % 1) straight += 1;
            expect(Math.abs(valueIn(after, now.start + inside) - before)).toBeLessThanOrEqual(0.51);
          }
        }
      }),
      { numRuns: 120 },
    );
    expect(straight).toBeGreaterThan(300);
  });

  it('each of several copies has it too', () => {
    const { after } = run(songWithLane(curve), 'repeat', { until: 'times', times: 3, roundTo: 'beat' }, ['n'], { lanesTravel: true });
    expect([0.5, 1.5, 2.5, 3.5].map((beat) => Math.round(at(after, beat)))).toEqual([60, 60, 60, 60]);
  });
});

describe('lanes in files', () => {
  const values = (bytes: Uint8Array) => {
    let tick = 0;
    return parseMidi(bytes).tracks.flatMap((events) => {
      tick = 0;
      return events.flatMap((event) => {
        tick += event.deltaTime;
        return event.type === 'controller' || event.type === 'pitchBend' || event.type === 'channelAftertouch'
          ? [{ tick, ...event } as unknown as { tick: number; type: string; value: number; controllerType?: number; amount?: number }]
          : [];
      });
    });
  };

  it('a straight line leaves as steps along it, for pressure, controllers and bend alike', () => {
    for (const [target, low, high] of [
      ['pressure', 0, 127],
      ['cc:21', 0, 127],
      ['bend', 0, 8191],
    ] as const) {
      const curve: CurvePoint[] = [
        { tick: QUARTER, value: low, shape: 'straight' },
        { tick: 3 * QUARTER, value: high, shape: 'hold' },
      ];
      const { bytes } = exportMidi(songWithLane(curve, target, 2), 'heard');
      const sent = values(bytes).map(({ tick, value, amount }) => ({ tick: tick / 480, value: value ?? amount! }));
      expect(sent.length).toBeGreaterThan(40);
      for (const { tick, value } of sent) expect(Math.abs(value - Math.min(high, (high * (tick - 1)) / 2))).toBeLessThanOrEqual(high / 127);
      expect(sent.at(-1)).toEqual({ tick: 3, value: high });
    }
  });

  it('a wide bend says its range first; a lane and a bent note add up', () => {
    const curve: CurvePoint[] = [{ tick: 0, value: 4096, shape: 'hold' }];
    const document = songWithLane(curve, 'bend', 2);
    const wide = { ...document, lanes: document.lanes.map((lane) => ({ ...lane, range: 12 })) };
    const bent = { ...wide, notes: { [PATTERN]: [note({ bend: [{ tick: 0, cents: 100, shape: 'straight' }] })] } };
    const sent = values(exportMidi(bent, 'heard').bytes);
    const range = sent.find(({ controllerType }) => controllerType === 6)!.value;
    // Half of 12 semitones and one more, of the range that was said.
    const last = sent.filter(({ type, tick }) => type === 'pitchBend' && tick === 0).at(-1)!;
    expect((last.value / 8192) * range).toBeCloseTo(7, 2);
  });

  it('what turns while notes sound comes in as a lane, is heard, and leaves as it came', () => {
    const curve: CurvePoint[] = [
      { tick: 0, value: 64, shape: 'hold' },
      { tick: QUARTER, value: 90, shape: 'hold' },
      { tick: QUARTER, value: 91, shape: 'hold' },
    ];
    const { bytes } = exportMidi(songWithLane(curve, 'cc:74', 2), 'written');
    const imported = importMidi(bytes, { newId: counter('i'), seed: 1, name: 'File' });
    if (!imported.ok) throw new Error(imported.refusal.code);
    const { document } = imported;
    expect(document.lanes.map(({ target }) => target)).toEqual(['cc:74']);
    expect(controls(document, 0, songEnd(document), { view: { kind: 'song' } }).map(({ value }) => value)).toEqual([64, 90, 91]);
    expect(values(exportMidi(document, 'written').bytes)).toEqual(values(bytes));
  });
});
