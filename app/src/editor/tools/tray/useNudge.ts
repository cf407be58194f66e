import { amountWords, letGo, nudgeAmount, nudgeBack, nudgedWords, nudgeStep } from '../../../acts/pattern/nudge';
import { openSheet } from '../../../acts/open-sheet';
import { selectNotes, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';

/** Labels and handlers of the nudge buttons, shared by all places that show them. */
export function useNudge(part: OpenPart) {
  const dispatch = useAppDispatch();
  const isEmpty = useAppSelector((state) => selectNotes(state).length === 0);
  return {
    /** How far one nudge goes, in words. */
    amount: useAppSelector((state) => amountWords(nudgeAmount(state), part)),
    /** How far the notes have come in all, in words; null where they have not. */
    total: useAppSelector(nudgedWords),
    hold: (direction: 1 | -1) => ({
      disabled: isEmpty,
      onStep: () => dispatch(nudgeStep(direction)),
      onEnd: () => dispatch(letGo()),
    }),
    change: () => dispatch(openSheet({ kind: 'nudge' })),
    putBack: () => dispatch(nudgeBack()),
  };
}
