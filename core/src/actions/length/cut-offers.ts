import type { Note } from '../../model/entities';
import { cutsAtLines } from '../../notes/split';
import { gridOfRow } from '../../time';
import type { ActionContext, Offer } from '../action';
import { gridOfAmount, type AmountUnit } from '../amounts';

/** Divisions that are offered where the chosen one cuts nothing, the coarsest first. */
const FINER = ['1/2', '1/4', '1/8', '1/8 triplet', '1/16', '1/16 triplet', '1/32', '1/32 triplet', '1/64'] as const;

/** Whether some of the notes would be cut at the lines of a division. */
export function cutsAny(notes: readonly Note[], unit: AmountUnit, context: ActionContext): boolean {
  const gridOf = (note: Note) => (unit === 'grid' ? gridOfRow(context, note.pitch) : gridOfAmount(unit, context));
  return notes.some((note) => cutsAtLines(note, gridOf(note)).length > 0);
}

/** Offers of cuts for notes that a cut has just left whole. */
export function cutOffers(notes: readonly Note[], context: ActionContext): readonly Offer[] {
  const finer = FINER.find((unit) => cutsAny(notes, unit, context));
  return [
    ...(finer ? [{ label: `Lines of ${finer}`, actionId: 'split-lines', params: { at: finer } }] : []),
    { label: 'Cut anywhere', actionId: 'first-cut', params: {} },
    { label: 'In halves', actionId: 'split-parts', params: { parts: 2 } },
  ];
}
