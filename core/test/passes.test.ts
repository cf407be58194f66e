import fc from 'fast-check';
import { events, isConditional, type Document } from '../src';
import { anyNotes, note, PATTERN, run, songWith } from './make';

const BAR = 4 * 20160;

/** The notes heard from a song's one placement, without ids. */
function heard(document: Document, until: number) {
  const found = events(document, 0, until, { view: { kind: 'song' } });
  return found.map(({ tick, lengthTicks, pitch, velocity, pan, bend }) => ({ tick, lengthTicks, pitch, velocity, pan, bend }));
}

/** The song with its placement so many passes long. */
function placed(document: Document, passes: number, bars: number): Document {
  return { ...document, placements: document.placements.map((each) => ({ ...each, length: passes * bars * BAR })) };
}

it('passes made plain sound as they did, pass by pass, rows of unequal length among them', () => {
  let conditional = 0;
  fc.assert(
    fc.property(
      anyNotes(12),
      fc.integer({ min: 1, max: 5 }),
      fc.option(fc.integer({ min: 1, max: 5 }), { nil: undefined }),
      (notes, passes, beats) => {
        const rows = beats === undefined ? {} : { rowLengths: [{ pitch: 60, length: beats * 20160 }] };
        const song = placed(songWith(notes), passes, 2);
        const document = { ...song, patterns: song.patterns.map((each) => ({ ...each, ...rows })) };
        if (notes.some(isConditional)) conditional++;
        const draws = { seed: document.song.seed, placementId: 'placement' };
        const { after, whyNot } = run(document, 'passes-plain', { passes }, [], { draws });
        if (whyNot !== null) return;
        const length = passes * 2 * BAR;
        expect(after.patterns[0]).toEqual({ ...song.patterns[0], length });
        expect((after.notes[PATTERN] ?? []).filter((each) => each.start < length && isConditional(each))).toEqual([]);
        expect(heard(after, length)).toEqual(heard(document, length));
        const ids = (after.notes[PATTERN] ?? []).map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
      },
    ),
    { numRuns: 200 },
  );
  expect(conditional).toBeGreaterThan(60);
});

it('a pattern of passes says for each whether the note sounds', () => {
  const steps = 'x..x.xx.........';
  const document = placed(songWith([note()]), 32, 2);
  const { after } = run(document, 'passes-steps', { steps });
  const sounding = events(after, 0, 64 * BAR, { view: { kind: 'song' } }).map(({ tick }) => tick / (2 * BAR));
  expect(sounding).toEqual([0, 3, 5, 6, 16, 19, 21, 22]);
  expect(run(document, 'passes-steps', { steps: 'xx' }).notes[0]!.passes).toBeUndefined();
  expect(run(document, 'passes-steps', { steps: '...' }).whyNot).toMatch(/never sound/);
});
