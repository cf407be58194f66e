import { barTicks, counted, keyWords, type PhraseRole, type ShelfPhrase } from '@yibbo/core';

/** Kinds that phrases are listed by. */
export type ShelfKind = PhraseRole | 'favourites' | 'own';

export const ROLE_WORDS: Readonly<Record<PhraseRole, string>> = {
  drums: 'Drums',
  bass: 'Basses',
  chords: 'Chords',
  lead: 'Leads',
  fill: 'Fills',
  whole: 'Several parts',
};

/** A phrase in short: "2 bars · A minor · 92 bpm". */
export function aboutPhrase({ length, meter, key, bpm, parts }: Pick<ShelfPhrase, 'length' | 'meter' | 'key' | 'bpm' | 'parts'>): string {
  const bars = Math.round((length / barTicks(meter)) * 100) / 100;
  const isCommon = meter.numerator === 4 && meter.denominator === 4;
  return [
    counted(bars, 'bar'),
    isCommon ? '' : `${meter.numerator}/${meter.denominator}`,
    key && parts.some(({ kind }) => kind === 'pitched') ? keyWords(key) : '',
    `${Math.round(bpm)} bpm`,
    parts.length > 1 ? counted(parts.length, 'part') : '',
  ]
    .filter(Boolean)
    .join(' · ');
}
