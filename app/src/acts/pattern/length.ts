import { barTicks, counted, type Document, type Id } from '@yibbo/core';
import { withLength } from '../document/lengths';
import { editSong, setBars } from '../document/edits';
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

/** The placements of other patterns that begin where the open one does, and are of another length. */
function besideOf(document: Document, id: Id): Document['placements'] {
  const open = document.placements.find((each) => each.id === id);
  const length = document.patterns.find((each) => each.id === open?.patternId)?.length;
  const lengthOf = (patternId: Id) => document.patterns.find((each) => each.id === patternId)?.length;
  return document.placements.filter(
    (each) => each.start === open?.start && each.patternId !== open.patternId && lengthOf(each.patternId) !== length,
  );
}

/** Makes all patterns that begin where the open one does as long as it is. Notes beyond a new end are kept, silent. */
export function matchLengths(): Thunk {
  return (dispatch, getState) => {
    const part = selectPart(getState());
    const now = getState().song.document;
    if (!part || !now) return;
    const { length: ticks } = part.pattern;
    const others = new Set(besideOf(now, part.placement.id).map(({ patternId }) => patternId)).size;
    const bars = counted(Math.round(part.bars * 100) / 100, 'bar');
    if (others === 0) return void dispatch(noticeSet(`Every other part that begins here is ${bars} long already.`));
    dispatch(
      editSong(`All parts ${bars}`, (document) =>
        besideOf(document, part.placement.id).reduce((made, placement) => withLength(made, placement, ticks), document),
      ),
    );
    dispatch(
      noticeSet({
        words: `${counted(others, 'other part')} that ${others === 1 ? 'begins' : 'begin'} here ${others === 1 ? 'is' : 'are'} ${bars} long now.`,
        remedy: { kind: 'undo' },
      }),
    );
  };
}
