import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { Words } from '../../../controls/words';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch } from '../../../state/store';
import { patternViewSet } from '../../../state/preferences/pattern-views';
import { barCount } from './step-cells';

/** As many bars as have a button each; longer patterns are stepped through. */
const BUTTONS = 6;
const LEAP = 8;

/** Which bar of the pattern is on show; none where there is only one. */
export function BarBar({ part, bar }: { readonly part: OpenPart; readonly bar: number }) {
  const dispatch = useAppDispatch();
  const bars = barCount(part);
  if (bars < 2) return null;
  const show = (to: number) => dispatch(patternViewSet({ patternId: part.pattern.id, view: { bar: Math.max(0, Math.min(bars - 1, to)) } }));
  return (
    <XStack alignItems="center" gap={4} paddingHorizontal={10} paddingVertical={2} role="group" aria-label="Bar on show">
      <Words small faded>
        Bar
      </Words>
      {bars > BUTTONS ? (
        <>
          <Press label={`${LEAP} bars back`} shown={`−${LEAP}`} disabled={bar === 0} onPress={() => show(bar - LEAP)} />
          <Stepper
            title="Bar on show"
            shown={`${bar + 1} of ${bars}`}
            width={92}
            lowerLabel="Bar before"
            raiseLabel="Bar after"
            canLower={bar > 0}
            canRaise={bar < bars - 1}
            onStep={(direction) => show(bar + direction)}
          />
          <Press label={`${LEAP} bars on`} shown={`+${LEAP}`} disabled={bar === bars - 1} onPress={() => show(bar + LEAP)} />
        </>
      ) : (
        Array.from({ length: bars }, (_, index) => (
          <Press
            key={index}
            label={`Bar ${index + 1}`}
            shown={String(index + 1)}
            look={index === bar ? 'on' : 'quiet'}
            pressed={index === bar}
            onPress={() => show(index)}
          />
        ))
      )}
    </XStack>
  );
}
