import { barTicks } from '@yibbo/core';
import { setBars } from '../document/edits';
import { selectNotes, selectPart } from '../../state/session/selectors';
import type { Thunk } from '../../state/store';
import { noticeSet } from '../../state/session/session';

/** Makes the pattern as long as what is in it, rounded up to the next bar, and says what it did. */
export function trimToContent(): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const end = selectNotes(getState()).reduce((last, { start, length }) => Math.max(last, start + length), 0);
    if (!part) return;
    if (end === 0) return void dispatch(noticeSet('There are no notes to trim to; the length stays.'));
    const bars = Math.ceil(end / barTicks(part.meter));
    const words = (count: number) => `${Math.round(count * 100) / 100} ${count === 1 ? 'bar' : 'bars'}`;
    if (bars === part.bars) return void dispatch(noticeSet(`The last note is in bar ${bars}; ${words(bars)} is already the right length.`));
    dispatch(setBars(bars));
    dispatch(noticeSet(`From ${words(part.bars)} to ${words(bars)}: the last note ends in bar ${bars}.`));
  };
}
