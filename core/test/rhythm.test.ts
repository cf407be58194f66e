import fc from 'fast-check';
import {
  actionById,
  events,
  FIGURES,
  figureSteps,
  makePlain,
  metricLevel,
  settingsInWords,
  syncopation,
  TICKS_PER_QUARTER,
  TICKS_PER_WHOLE,
  type ActionParams,
  type Note,
  type Treatment,
} from '../src';
import { counter, note, PATTERN, run, songWith } from './make';

const STEP = TICKS_PER_QUARTER / 4;
const BAR = 16 * STEP;
const COMMON = { numerator: 4, denominator: 4 };
const KICK = { at: { tick: 0, pitch: 36 } };

const made = (params: Partial<ActionParams<'rhythm'>>, notes: readonly Note[] = [], bars = 1) =>
  run(songWith(notes, bars, 'drums'), 'rhythm', params, [], KICK);
/** The row's steps as text: louder hits large, soft ones small. */
const row = (notes: readonly Note[], steps = 16) =>
  Array.from({ length: steps }, (_, step) => {
    const hit = notes.find(({ start, pitch }) => pitch === 36 && start === step * STEP);
    return hit ? (hit.velocity < 60 ? 'o' : hit.velocity > 100 ? 'X' : 'x') : '.';
  }).join('');
const turns = (steps: string) => Array.from(steps, (_, by) => steps.slice(by) + steps.slice(0, by));

/** Hits spread by the published way of dealing them out in rounds: groups that are left over are put behind the others until one or none is. */
function dealt(hits: number, steps: number): string {
  let front = Array.from({ length: hits }, () => 'x');
  let rest = Array.from({ length: steps - hits }, () => '.');
  while (rest.length > 1) {
    const many = Math.min(front.length, rest.length);
    const joined = front.slice(0, many).map((group, index) => group + rest[index]!);
    rest = front.length > many ? front.slice(many) : rest.slice(many);
    front = joined;
  }
  return [...front, ...rest].join('');
}

describe('a rhythm that is as even as can be', () => {
  it.each([
    [3, 8, 'x..x..x.'],
    [5, 8, 'x.xx.xx.'],
    [2, 5, 'x.x..'],
    [4, 9, 'x.x.x.x..'],
    [7, 12, 'x.xx.x.xx.x.'],
    [5, 16, 'x..x..x..x..x...'],
    [7, 16, 'x..x.x.x..x.x.x.'],
  ])('of %i hits over %i steps is the published one, turned', (hits, steps, published) => {
    expect(turns(published)).toContain(row(made({ hits, steps }).notes, steps));
  });

  it('is the dealt one, turned, for any numbers', () => {
    fc.assert(
      fc.property(fc.integer({ min: 2, max: 16 }), fc.nat(15), (steps, less) => {
        const hits = Math.max(1, steps - less);
        expect(turns(dealt(hits, steps))).toContain(row(made({ hits, steps }).notes, steps));
      }),
    );
  });
});

describe('how syncopated a rhythm is', () => {
  const levels = Array.from({ length: 16 }, (_, step) => metricLevel(step * STEP, COMMON, TICKS_PER_WHOLE));

  it('goes by levels that halve the bar, and thirds of it where the meter has three', () => {
    expect(levels.slice(0, 9)).toEqual([0, -4, -3, -4, -2, -4, -3, -4, -1]);
    const six = Array.from({ length: 6 }, (_, step) => metricLevel(2 * step * STEP, { numerator: 6, denominator: 8 }, TICKS_PER_WHOLE));
    expect(six).toEqual([0, -2, -2, -1, -2, -2]);
    expect(metricLevel((4 * STEP) / 3, COMMON, TICKS_PER_WHOLE)).toBe(-3);
  });

  it.each([
    ['x...x...x...x...', 0],
    // Each eighth off the beat waits through a beat: one level to 2 and 4, two to 3, three to 1.
    ['..x...x...x...x.', 1 + 2 + 1 + 3],
    // The hit before the second beat waits two levels, that before the third two.
    ['x..x..x...x.x...', 2 + 2],
    ['...............x', 4],
    ['................', 0],
  ])('%s is %i', (steps, sum) => {
    const hits = Array.from(steps, (step) => step === 'x');
    expect(syncopation(hits, levels)).toBe(sum);
  });

  it('is called by its figure, or by its hits and steps', () => {
    const action = actionById('rhythm');
    const words = (params: object) => settingsInWords(action, action.params.parse(params) as Record<string, unknown>);
    expect(words({ figure: 'four-floor', of: '1/16' })).toBe('Make a rhythm Four on the floor, 1/16');
    expect(words({ hits: 7 })).toBe('Make a rhythm 7 hits, 16 steps');
  });

  it('is told with the number of hits', () => {
    expect(made({ hits: 4 }).says).toBe('4 of 16 steps, straight (0).');
    expect(made({ figure: 'son-clave' }).says).toBe('5 of 16 steps, syncopated (4).');
  });
});

describe('a rhythm on a row', () => {
  const anyPlan = fc.record({
    hits: fc.integer({ min: 1, max: 20 }),
    steps: fc.integer({ min: 2, max: 20 }),
    evenness: fc.integer({ min: 0, max: 100 }),
    offBeat: fc.integer({ min: 0, max: 100 }),
    turn: fc.nat(19),
    accents: fc.nat(6),
    ghosts: fc.nat(6),
    seed: fc.integer({ min: 1, max: 999 }),
  });

  it('has as many hits in each round as are asked for, as many accents and ghosts, the same for the same seed; turned, it is turned', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const bars = 8;
        const { steps } = plan;
        const hits = Math.min(plan.hits, steps);
        const text = row(made({ ...plan, velocity: 80 }, [], bars).notes, 2 * steps);
        const round = text.slice(0, steps);
        expect(text).toBe(round + round);
        const many = (sign: string) => round.split(sign).length - 1;
        expect([many('x') + many('X'), many('X'), many('o')]).toEqual([
          hits,
          Math.min(plan.accents, hits),
          Math.min(plan.ghosts, steps - hits),
        ]);
        expect(row(made({ ...plan, velocity: 80 }, [], bars).notes, 2 * steps)).toBe(text);
        const straight = row(made({ ...plan, turn: 0, velocity: 80 }, [], bars).notes, steps);
        expect(round).toBe(turns(straight)[(steps - (plan.turn % steps)) % steps]);
      }),
    );
  });

  it('by weight lies on strong steps, off the beat on weak ones', () => {
    const strength = (offBeat: number) => {
      let onBeat = 0;
      for (let seed = 1; seed <= 100; seed++)
        onBeat += made({ hits: 4, evenness: 0, offBeat, seed }).notes.filter(({ start }) => start % (4 * STEP) === 0).length;
      return onBeat / 400;
    };
    expect(strength(0)).toBeGreaterThan(0.5);
    expect(strength(100)).toBeLessThan(0.15);
    expect(Math.abs(strength(50) - 0.25)).toBeLessThan(0.08);
  });

  it('writes hits a step long, none beyond the row’s end, none louder than can be', () => {
    const loud = made({ hits: 16, accents: 16, velocity: 127, ghosts: 3 }, [], 1).notes;
    expect(loud.map(({ length, velocity }) => [length, velocity])).toEqual(Array<number[]>(16).fill([STEP, 127]));
    const short = {
      ...songWith([], 1, 'drums'),
      patterns: [{ ...songWith([], 1, 'drums').patterns[0]!, rowLengths: [{ pitch: 36, length: 2.5 * STEP }] }],
    };
    expect(run(short, 'rhythm', { hits: 16 }, [], KICK).notes.map(({ start, length }) => [start / STEP, length / STEP])).toEqual([
      [0, 1],
      [1, 1],
      [2, 0.5],
    ]);
  });

  it('leaves other rows alone; hits that are locked stay, others give way', () => {
    const there = [
      note({ id: 'snare', pitch: 38, start: STEP }),
      note({ id: 'own', pitch: 36, start: 3 * STEP, length: STEP, velocity: 50 }),
    ];
    const locked = made({ hits: 4, there: 'stay' }, there).notes;
    expect(row(locked)).toBe('x..ox...x...x...');
    expect(locked.find(({ id }) => id === 'snare')).toEqual(there[0]);
    const fresh = made({ hits: 4, there: 'go' }, there).notes;
    expect(row(fresh)).toBe('x...x...x...x...');
    expect(fresh.some(({ id }) => id === 'own')).toBe(false);
  });

  it('every ready figure has a name of its own and steps of its own, hits among them, and comes out as it is written', () => {
    const all = Object.entries(FIGURES);
    expect(all.length).toBeGreaterThanOrEqual(60);
    expect(new Set(all.map(([, { name }]) => name)).size).toBe(all.length);
    expect(new Set(all.map(([, { steps }]) => steps)).size).toBe(all.length);
    for (const [id, figure] of all) {
      expect(figure.steps).toMatch(/^[Xxo.]{12,20}$/);
      expect(figureSteps(figure).some((hit) => hit === 'strong' || hit === 'hit')).toBe(true);
      expect(row(made({ figure: id, velocity: 80 }, [], 2).notes, figure.steps.length)).toBe(figure.steps);
    }
  });

  it('kept adjustable on an empty row sounds, is seen to change, and is the same made plain', () => {
    const song = songWith([], 1, 'drums');
    const kept: Treatment = { id: 't', parentId: PATTERN, order: 0, actionId: 'rhythm', params: { figure: 'tresillo' }, row: 36, on: true };
    const heard = (document: typeof song) =>
      events(document, 0, BAR, { view: { kind: 'song' } }).map(({ tick, pitch }) => [tick / STEP, pitch]);
    const live = { ...song, treatments: [kept] };
    expect(heard(live)).toEqual([0, 3, 6, 8, 11, 14].map((step) => [step, 36]));
    expect(heard({ ...live, treatments: [{ ...kept, params: { figure: 'four-floor' } }] })).toEqual(
      [0, 4, 8, 12].map((step) => [step, 36]),
    );
    expect(heard(makePlain(live, 't', counter('p')))).toEqual(heard(live));
    expect(heard({ ...live, treatments: [{ ...kept, on: false }] })).toEqual([]);
  });
});
