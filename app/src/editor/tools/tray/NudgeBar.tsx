import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import ArrowRight from 'lucide-react/dist/esm/icons/arrow-right.mjs';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { RepeatPress } from '../../../controls/RepeatPress';
import type { OpenPart } from '../../../state/session/selectors';
import { useNudge } from './useNudge';

/** Earlier, later, how far, and how far it has come in all; a tap on that goes back. */
export function NudgeBar({ part }: { readonly part: OpenPart }) {
  const { amount, total, hold, change, putBack } = useNudge(part);
  return (
    <XStack role="group" aria-label="Nudge" gap={2} alignItems="center" borderWidth={1} borderColor="$lineStrong" borderRadius="$2">
      <RepeatPress label="Earlier" icon={ArrowLeft} iconOnly {...hold(-1)} />
      <Press label={`One nudge is ${amount}: change`} shown={amount} look="raised" onPress={change} />
      <RepeatPress label="Later" icon={ArrowRight} iconOnly {...hold(1)} />
      {total ? <Press label={`Nudged ${total}: put back`} shown={total} look="on" onPress={putBack} /> : null}
    </XStack>
  );
}
