import { paramFields, type SelectionRule } from '@yibbo/core';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { memo } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { openRule, takeRule } from '../../../acts/pattern/rules';
import { ruleLabel } from './RuleCell';
import { useToolAct } from './useToolAct';

/** A selection rule in the toolbox, with the number of notes it would pick; the dots open its settings. Re-renders only when that changes. */
export const RuleButtons = memo(function RuleButtons({ rule, count }: { readonly rule: SelectionRule; readonly count: number }) {
  const take = useToolAct();
  return (
    <XStack role="group" aria-label={rule.label} gap={2}>
      <Press
        label={ruleLabel(rule, count)}
        shown={`${rule.label} (${count})`}
        look="raised"
        disabled={count === 0}
        onPress={() => take(rule.id, takeRule(rule.id))}
      />
      {paramFields(rule.params).length > 0 ? (
        <Press
          label={`${rule.label}: set up the rule`}
          icon={Dots}
          iconOnly
          look="raised"
          onPress={() => take(rule.id, openRule(rule.id))}
        />
      ) : null}
    </XStack>
  );
});
