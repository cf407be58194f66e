import type { Document } from '../model/document';
import type { Note } from '../model/entities';
import { applyOwn } from '../change/apply';
import { newSong } from './new-song';
import { keyOf } from '../theory';
import { COMMON_TIME, division, gridOf, TICKS_PER_QUARTER } from '../time';
import { idsOfRun } from '../model/ids';
import { plainContext, type NotesAction } from '../actions/action';
import { perform } from '../actions/perform';

const PATTERN = 'example';

/** An action's effect on a bar of four notes. */
export interface ActionExample {
  readonly before: readonly Note[];
  readonly after: readonly Note[];
  /** How long the pattern is afterwards, in ticks; before it is a bar. */
  readonly lengthTicks: number;
}

/** A bar of four notes: long and short, loud and soft, one off the grid and one left to chance. */
const NOTES: readonly Note[] = [
  [0, 0.9, 60, 110],
  [1.1, 0.5, 64, 70],
  [2, 0.9, 67, 96],
  [3, 0.4, 62, 50],
].map(([beat, beats, pitch, velocity], index) => ({
  id: `n${index}`,
  patternId: PATTERN,
  start: Math.round(beat! * TICKS_PER_QUARTER),
  length: Math.round(beats! * TICKS_PER_QUARTER),
  pitch: pitch!,
  velocity: velocity!,
  ...(index === 1 ? { chance: 50 } : {}),
}));

/** The example after an action, by its first one-touch form that changes it, else by its default settings; null if nothing visible changes. */
export function exampleOf(action: NotesAction): ActionExample | null {
  for (const params of [...(action.quick ?? []).map((quick) => quick.params), {}]) {
    const example = exampleWith(action, params);
    if (example) return example;
  }
  return null;
}

function exampleWith(action: NotesAction, params: object): ActionExample | null {
  const { song } = newSong('song', 'Example', 1);
  const lengthTicks = 4 * TICKS_PER_QUARTER;
  const document: Document = {
    ...newSong('song', 'Example', 1),
    song,
    patterns: [{ id: PATTERN, songId: song.id, name: 'Example', length: lengthTicks }],
    notes: { [PATTERN]: NOTES },
  };
  const context = {
    ...plainContext(gridOf(division('1/8'), COMMON_TIME), COMMON_TIME, song.tempos, idsOfRun('example')),
    key: keyOf({ tonic: 'C', scale: 'major' }),
    clip: { notes: NOTES.slice(0, 2) },
    hits: NOTES.map(({ start }) => start + 900),
    at: { tick: 2 * TICKS_PER_QUARTER, pitch: 60 },
  };
  const noteIds = action.takes === 'selection' ? NOTES.slice(0, 2).map(({ id }) => id) : [];
  const { change, whyNot } = perform(document, { action, params, patternId: PATTERN, noteIds, seed: 1 }, context, {
    id: 'c',
    at: 0,
    device: 'd',
  });
  if (whyNot !== null || change.entries.length === 0) return null;
  const after = applyOwn(document, change);
  return { before: NOTES, after: after.notes[PATTERN] ?? [], lengthTicks: after.patterns[0]!.length };
}
