import { NO_KEY, type ActionId } from '@yibbo/core';
import type { NoticeWords } from './session';
import type { Trial } from './trial';

/** Actions that cut notes, after which one often goes on with every second piece. */
const SPLITS: readonly ActionId[] = ['split-at', 'split-lines', 'split-parts', 'first-cut'];

/** What has to be said of a result once it is made: why it did nothing and what would, what it did that a person may not have meant, how it goes
 *  on; null where there is nothing to say. */
export function resultNotice({ actionId, performed }: Trial): NoticeWords | null {
  const { whyNot, refusal, landing, counts, made } = performed;
  const [offer] = refusal?.offers ?? [];
  if (offer) return { words: whyNot!, cure: { kind: 'offer', offer } };
  if (whyNot === NO_KEY) return { words: whyNot, cure: { kind: 'chooseKey' } };
  if (whyNot !== null) return { words: whyNot };
  const { beyondEnd, coinciding } = landing;
  if (beyondEnd)
    return {
      words: `${beyondEnd} ${beyondEnd === 1 ? 'note lies' : 'notes lie'} beyond the end of the pattern and will not sound.`,
      cure: { kind: 'lengthen' },
    };
  if (coinciding)
    return { words: `${coinciding} ${coinciding === 1 ? 'note now stands' : 'notes now stand'} on another; only the louder sounds.` };
  if (SPLITS.includes(actionId) && counts.after > counts.before)
    return {
      words: `${counts.before} ${counts.before === 1 ? 'note' : 'notes'} became ${counts.after}.`,
      cure: { kind: 'everySecond', noteIds: made },
    };
  return null;
}
