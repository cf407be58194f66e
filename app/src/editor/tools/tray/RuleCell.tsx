import { counted, type SelectionRule } from '@yibbo/core';
import { memo } from 'react';
import { Press } from '../../../controls/Press';
import { takeRule } from '../../../acts/pattern/rules';
import { CELL } from './ToolCell';
import { useToolAct } from './useToolAct';

/** A selection rule in the line of tools, over the number of notes it would pick; re-renders only when that changes. */
export const RuleCell = memo(function RuleCell({ rule, count }: { readonly rule: SelectionRule; readonly count: number }) {
  const take = useToolAct();
  return (
    <Press
      label={`${rule.short} ${count}: select ${rule.label}`}
      shown={rule.short}
      under={String(count)}
      width={CELL}
      grow
      disabled={count === 0}
      onPress={() => take(rule.id, takeRule(rule.id))}
    />
  );
});

/** The accessible name of the button that selects by a rule. */
export function ruleLabel(rule: SelectionRule, count: number): string {
  return `Select: ${rule.label}, ${counted(count, 'note')}`;
}
