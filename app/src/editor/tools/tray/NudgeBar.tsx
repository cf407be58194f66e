import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import ArrowRight from 'lucide-react/dist/esm/icons/arrow-right.mjs';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { RepeatPress } from '../../../controls/RepeatPress';
import { amountWords, nudgeAmount, nudgeBack, nudgedWords, letGo, nudgeStep } from '../../../acts/pattern/nudge';
import { selectNotes, type OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { sheetSet } from '../../../state/session/session';

/** Earlier, later, how far, and how far it has come in all; a tap on that goes back. */
export function NudgeBar({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const isEmpty = useAppSelector((state) => selectNotes(state).length === 0);
  const amount = useAppSelector((state) => amountWords(nudgeAmount(state), part));
  const total = useAppSelector(nudgedWords);
  const hold = (direction: 1 | -1) => ({
    disabled: isEmpty,
    onStep: () => dispatch(nudgeStep(direction)),
    onEnd: () => dispatch(letGo()),
  });
  return (
    <XStack role="group" aria-label="Nudge" gap={2} alignItems="center" borderWidth={1} borderColor="$line" borderRadius="$2">
      <RepeatPress label="Earlier" icon={ArrowLeft} iconOnly {...hold(-1)} />
      <Press label={`One nudge is ${amount}: change`} shown={amount} look="raised" onPress={() => dispatch(sheetSet({ kind: 'nudge' }))} />
      <RepeatPress label="Later" icon={ArrowRight} iconOnly {...hold(1)} />
      {total ? <Press label={`Nudged ${total}: put back`} shown={total} look="on" onPress={() => dispatch(nudgeBack())} /> : null}
    </XStack>
  );
}
