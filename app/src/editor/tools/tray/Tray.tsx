import { ACTIONS, counted, paramFields, SELECTION_RULES, type SelectionRule } from '@yibbo/core';
import Down from 'lucide-react/dist/esm/icons/chevron-down.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { memo } from 'react';
import { View } from '@tamagui/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Strip } from '../../../controls/Strip';
import { Words } from '../../../controls/words';
import { useScope } from '../../screen/scope';
import type { OpenPart } from '../../../state/session/selectors';
import type { TrayTab } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { useRuleCounts } from '../panel/AllTools';
import { openRule, takeRule } from '../../../acts/pattern/rules';
import { openSheet } from '../../../acts/open-sheet';
import { ActionButtons, CopyPresses } from './ActionButtons';
import { TAB_NAMES } from './families';
import { NudgeBar } from './NudgeBar';
import { ViewActions } from './ViewActions';

/** Height of the line of tools, in pixels: a thumb and its line. */
const LINE = 48;

/** One line of tools for what is selected: the family in use, a press on which shows all there is, then its actions. */
export const Tray = memo(function Tray({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const tab = useAppSelector((state) => state.session.trayTab);
  return (
    <XStack
      role="group"
      aria-label="Tray"
      height={LINE}
      flexShrink={0}
      alignItems="center"
      backgroundColor="$card"
      borderTopWidth={1}
      borderColor="$line"
    >
      <View position="relative">
        <Press
          label={`${TAB_NAMES[tab]}: other actions`}
          shown={TAB_NAMES[tab]}
          icon={Down}
          look="raised"
          tight
          width={84}
          onPress={() => dispatch(openSheet({ kind: 'tools' }))}
        />
        <Scope />
      </View>
      <Strip key={tab}>
        <TabActions tab={tab} part={part} />
      </Strip>
    </XStack>
  );
});

/** The scope of the buttons beside it, in the words of the readout. */
function Scope() {
  const words = useScope();
  return (
    <Words
      faded
      fontSize="$1"
      lineHeight={12}
      oneLine
      position="absolute"
      left={2}
      right={2}
      bottom={3}
      textAlign="center"
      pointerEvents="none"
      data-testid="scope"
    >
      {words}
    </Words>
  );
}

function TabActions({ tab, part }: { readonly tab: TrayTab; readonly part: OpenPart }) {
  if (tab === 'select') return <Rules part={part} />;
  if (tab === 'view') return <ViewActions part={part} />;
  return (
    <>
      {tab === 'copy' ? <CopyPresses /> : null}
      {tab === 'time' ? <NudgeBar part={part} /> : null}
      {ACTIONS.filter((action) => action.family === tab && action.id !== 'nudge').map((action) => (
        <ActionButtons key={action.id} action={action} />
      ))}
    </>
  );
}

/** The selection rules with what each would pick now; the dots open a rule's settings. */
function Rules({ part }: { readonly part: OpenPart }) {
  const counts = useRuleCounts(part);
  return SELECTION_RULES.map((rule) => <RulePress key={rule.id} rule={rule} count={counts.get(rule.id) ?? 0} />);
}

/** A rule with the number of notes it would pick; re-renders only when that changes. */
const RulePress = memo(function RulePress({ rule, count }: { readonly rule: SelectionRule; readonly count: number }) {
  const dispatch = useAppDispatch();
  const hasSettings = paramFields(rule.params).length > 0;
  return (
    <XStack role="group" aria-label={rule.label} borderWidth={1} borderColor="$line" borderRadius="$2">
      <Press
        label={`Select: ${rule.label}, ${counted(count, 'note')}`}
        shown={`${rule.label} (${count})`}
        disabled={count === 0}
        onPress={() => dispatch(takeRule(rule.id))}
      />
      {hasSettings ? (
        <Press label={`${rule.label}: set up the rule`} icon={Dots} iconOnly onPress={() => dispatch(openRule(rule.id))} />
      ) : null}
    </XStack>
  );
});
