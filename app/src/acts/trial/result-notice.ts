import { barBeatWords, counted, laterWords, NO_KEY, type ActionId, type Performed } from '@yibbo/core';
import type { OpenPart } from '../../state/session/selectors';
import type { NoticeWords } from '../../state/session/session';
import type { Trial } from '../../state/session/trial';

/** Actions that cut notes, after which one often goes on with every second piece. */
const SPLITS: readonly ActionId[] = ['split-at', 'split-lines', 'split-parts', 'first-cut'];

/** The notice for a result: why it did nothing and what would, where a copy lies, what it did that a person may not have meant,
 *  how it goes on; null where there is nothing to say. */
export function resultNotice({ actionId, performed }: Trial, part: OpenPart): NoticeWords | null {
  const { whyNot, refusal, landing, counts, made } = performed;
  const [offer] = refusal?.offers ?? [];
  if (offer) return { words: whyNot!, remedy: { kind: 'offer', offer } };
  if (whyNot === NO_KEY) return { words: whyNot, remedy: { kind: 'chooseKey' } };
  if (whyNot !== null) return { words: whyNot };
  const lands = landsWords(performed, part);
  const { beyondEnd, coinciding } = landing;
  if (beyondEnd) {
    const verbs = beyondEnd === 1 ? 'note lies beyond the end and will not sound.' : 'notes lie beyond the end and will not sound.';
    return { words: [lands, `${beyondEnd} ${verbs}`].flatMap((each) => each ?? []).join(' '), remedy: { kind: 'lengthen' } };
  }
  if (coinciding) {
    const words = `${counted(coinciding, 'note now stands', 'notes now stand')} on another; only the louder sounds.`;
    return { words: [lands, words].flatMap((each) => each ?? []).join(' ') };
  }
  if (SPLITS.includes(actionId) && counts.after > counts.before)
    return {
      words: `${counted(counts.before, 'note')} became ${counts.after}.`,
      remedy: { kind: 'everySecond', noteIds: made },
    };
  return lands === null ? null : { words: lands, remedy: { kind: 'adjust' } };
}

/** Where a copy lies, in words; null where nothing was copied. */
export function landsWords({ lands, select }: Performed, { meter, meters }: OpenPart): string | null {
  if (!lands) return null;
  if ('ticksLater' in lands) return `The copy lands ${laterWords(lands.ticksLater, meter)} later.`;
  return `${counted(select.length, 'note')} pasted at ${barBeatWords(meters, lands.atTick)}.`;
}
