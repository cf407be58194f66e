import { Press } from '../../controls/Press';
import { openSheet } from '../../acts/open-sheet';
import { selectTreatments } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** How many actions are kept adjustable on the open part; a press shows them. Nothing where none are. */
export function AdjustablePress() {
  const dispatch = useAppDispatch();
  const count = useAppSelector((state) => selectTreatments(state).length);
  if (count === 0) return null;
  return (
    <Press
      label={`${count} adjustable: show them`}
      shown={`${count} adjustable`}
      tight
      onPress={() => dispatch(openSheet({ kind: 'treatments' }))}
    />
  );
}
