import type { Note } from '../model/entities';
import { TICKS_PER_QUARTER } from '../time';
import { FIGURES, figureSteps, type FigureHit } from './figures';

/** A step of a rhythm taken from a pattern, in ticks: a sixteenth. */
const STEP = TICKS_PER_QUARTER / 4;
/** The most steps that are taken. */
const MOST_STEPS = 256;
/** How much louder than their mean strong hits are, and softer ghosts. */
const APART = 12;
const SIGNS: Readonly<Record<FigureHit, string>> = { strong: 'X', hit: 'x', ghost: 'o' };

/** The rhythm of some notes in sixteenths, over the length of their pattern, under a name, as one line of text for a setting. */
export function takenRhythm(name: string, notes: readonly Note[], lengthTicks: number): string {
  const mean = notes.reduce((sum, { velocity }) => sum + velocity, 0) / Math.max(1, notes.length);
  const steps = Array.from({ length: Math.max(1, Math.min(MOST_STEPS, Math.round(lengthTicks / STEP))) }, () => 0);
  for (const { start, velocity } of notes) {
    const at = Math.round(start / STEP);
    if (at < steps.length) steps[at] = Math.max(steps[at]!, velocity);
  }
  const hitOf = (velocity: number): FigureHit => (velocity > mean + APART ? 'strong' : velocity < mean - 2 * APART ? 'ghost' : 'hit');
  return `${steps.map((velocity) => (velocity ? SIGNS[hitOf(velocity)] : '.')).join('')}|${name}`;
}

/** The steps of a setting's text, with the name they came under; null where the text is none. */
export function readRhythm(text: string): { readonly steps: readonly (FigureHit | null)[]; readonly name: string } | null {
  const [, steps, name] = /^([Xxo.]+)\|(.*)$/s.exec(text) ?? [];
  return steps ? { steps: figureSteps({ name: name ?? '', steps }), name: name ?? '' } : null;
}

/** The steps of a ready figure or of what was taken; null where the choice is neither, or nothing was taken yet. */
export function rhythmOf(figure: string, taken: string): readonly (FigureHit | null)[] | null {
  const ready = FIGURES[figure];
  if (ready) return figureSteps(ready);
  return figure === 'taken' ? (readRhythm(taken)?.steps ?? null) : null;
}

/** A velocity under a hit of a rhythm: `accent` more on a strong one, less than half for a ghost. */
export function struckVelocity(velocity: number, hit: FigureHit, accent: number): number {
  const struck = { strong: velocity + accent, hit: velocity, ghost: velocity * GHOST }[hit];
  return Math.max(1, Math.min(127, Math.round(struck)));
}

const GHOST = 0.45;
