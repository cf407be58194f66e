import { paramFields, type ListedAction, type SelectionRule } from '@yibbo/core';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { memo } from 'react';
import { View } from '@tamagui/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { leaveTools, runAction, tryAction } from '../../../acts/trial/trials';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { openRule, takeRule } from '../../../acts/pattern/rules';
import type { ToolPlace } from './places';
import { QuickForms } from '../tray/ActionButtons';
import { ruleLabel } from '../tray/RuleCell';
import { isOutOfReach, trialLabel } from '../tray/tools';
import { useToolAct } from '../tray/useToolAct';

/** One line of the panel: a name, what can be done in one touch, and the dots of its settings, each in its column. */
function Line({ label, children, dots }: { readonly label: string; readonly children: React.ReactNode; readonly dots: React.ReactNode }) {
  return (
    <XStack role="group" aria-label={label} alignItems="center" minHeight="$touch" borderBottomWidth={1} borderColor="$line">
      <XStack flexGrow={1} flexShrink={1} minWidth={0} alignItems="center" flexWrap="wrap" justifyContent="space-between">
        {children}
      </XStack>
      {dots ?? <View width="$touch" />}
    </XStack>
  );
}

/** An action with its one-touch forms and its trial. There are hundreds of buttons: they re-render only when they come into reach or
 *  leave it. */
export const ActionLine = memo(function ActionLine({ action }: { readonly action: ListedAction }) {
  const take = useToolAct();
  const isOff = useAppSelector((state) => isOutOfReach(action, state));
  const forms = action.quick ?? [];
  const only = forms.length === 1 ? forms[0]! : null;
  return (
    <Line
      label={action.label}
      dots={
        paramFields(action.params).length > 0 ? (
          <Press
            label={trialLabel(action)}
            icon={Dots}
            iconOnly
            disabled={isOff}
            onPress={() => take(trialLabel(action), tryAction(action.id))}
          />
        ) : null
      }
    >
      {only ? (
        <Press
          grow
          start
          look="raised"
          label={only.label}
          shown={action.label}
          disabled={isOff}
          onPress={() => take(only.label, runAction(action.id, only.params))}
        />
      ) : (
        <>
          <Words oneLine style={{ paddingLeft: 8 }}>
            {action.label}
          </Words>
          <XStack flexWrap="wrap" flexGrow={1} flexShrink={1} maxWidth="100%" justifyContent="flex-end">
            <QuickForms action={action} isOff={isOff} />
          </XStack>
        </>
      )}
    </Line>
  );
});

/** A rule with the number of notes it would pick; re-renders only when that changes. */
export const RuleLine = memo(function RuleLine({ rule, count }: { readonly rule: SelectionRule; readonly count: number }) {
  const dispatch = useAppDispatch();
  const take = useToolAct();
  return (
    <Line
      label={rule.label}
      dots={
        paramFields(rule.params).length > 0 ? (
          <Press label={`${rule.label}: set up the rule`} icon={Dots} iconOnly onPress={() => dispatch(openRule(rule.id))} />
        ) : null
      }
    >
      <Press
        grow
        start
        look="raised"
        label={ruleLabel(rule, count)}
        shown={rule.label}
        disabled={count === 0}
        onPress={() => take(rule.id, takeRule(rule.id))}
      />
      <Words small faded aria-hidden>
        {count}
      </Words>
    </Line>
  );
});

/** A sheet, or a way to look, listen and draw. */
export function PlaceLine({ place: { label, act } }: { readonly place: ToolPlace }) {
  const dispatch = useAppDispatch();
  const take = () => {
    dispatch(leaveTools());
    dispatch(act);
  };
  return (
    <Line label={label} dots={null}>
      <Press grow start look="raised" label={label} onPress={take} />
    </Line>
  );
}
