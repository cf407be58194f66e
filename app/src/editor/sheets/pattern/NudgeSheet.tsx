import { AMOUNT_UNITS, type AmountUnit } from '@yibbo/core';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import ArrowRight from 'lucide-react/dist/esm/icons/arrow-right.mjs';
import { XStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Press } from '../../../controls/Press';
import { Stepper } from '../../../controls/Stepper';
import { amountWords, nudgeAmount, nudgeBack, nudgedWords } from '../../../acts/pattern/nudge';
import { nudgePart, partBack, partShift, partShiftWords } from '../../../acts/pattern/part-nudge';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { preferencesSet, type Amount } from '../../../state/preferences/preferences';
import { SheetFrame, SheetLine } from '../SheetFrame';

const MOST = 999;
const UNIT_NAMES: Readonly<Partial<Record<AmountUnit, string>>> = { grid: 'step', ms: 'ms' };
/** Milliseconds that hands ask for, one touch each. */
const MILLISECONDS = [1, 5, 10, 25];

/** How far one nudge goes, apart from the grid; and the whole track against the others. */
export function NudgeSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const amount = useAppSelector(nudgeAmount);
  const total = useAppSelector(nudgedWords);
  const isSet = useAppSelector((state) => state.preferences.nudge !== null);
  const set = (nudge: Amount | null) => dispatch(preferencesSet({ nudge }));
  return (
    <SheetFrame title="One nudge" note={amountWords(amount, part)} isPanel={isPanel}>
      <Choices
        title="Counted in"
        options={AMOUNT_UNITS.map((unit) => ({ value: unit, name: UNIT_NAMES[unit] ?? unit }))}
        value={amount.unit}
        onChange={(unit) => set({ count: 1, unit })}
      />
      <XStack gap={6} flexWrap="wrap">
        <SheetLine title="How many">
          <Stepper
            title="How many"
            shown={String(amount.count)}
            width={36}
            canLower={amount.count > 1}
            canRaise={amount.count < MOST}
            onStep={(step) => set({ ...amount, count: amount.count + step })}
          />
        </SheetLine>
        {MILLISECONDS.map((count) => (
          <Press key={count} label={`${count} ms`} look="raised" onPress={() => set({ count, unit: 'ms' })} />
        ))}
        <Press label="As the grid" look="raised" disabled={!isSet} onPress={() => set(null)} />
      </XStack>
      {total ? <Press label={`Nudged ${total}: put back`} look="on" onPress={() => dispatch(nudgeBack())} /> : null}
      <SheetLine title="Whole track">
        <Press label={`${part.track.name} earlier`} icon={ArrowLeft} iconOnly look="raised" onPress={() => dispatch(nudgePart(-1))} />
        <Press label={`${part.track.name} later`} icon={ArrowRight} iconOnly look="raised" onPress={() => dispatch(nudgePart(1))} />
        <Press
          label={`${part.track.name} stands ${partShiftWords(part)}: put it back`}
          shown={partShiftWords(part)}
          look={partShift(part) === 0 ? 'raised' : 'on'}
          disabled={partShift(part) === 0}
          onPress={() => dispatch(partBack())}
        />
      </SheetLine>
    </SheetFrame>
  );
}
