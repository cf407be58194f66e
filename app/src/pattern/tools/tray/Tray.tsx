import { ACTIONS, paramFields, SELECTION_RULES, type ListedAction, type SelectionRule } from '@yibbo/core';
import Copy from 'lucide-react/dist/esm/icons/copy.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import { memo, useDeferredValue } from 'react';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { selectHasSelection, selectNotes, type OpenPart } from '../../../session/selectors';
import { useAppDispatch, useAppSelector, type State } from '../../../store';
import { runAction, tryAction } from '../../../session/trials';
import { copiesNextSet, trayTabSet, type TrayTab } from '../../../session/session';
import { FAMILIES, FAMILY_NAMES } from './families';
import { ICONS } from './icons';
import { KeyList } from '../../keyboard/KeyList';
import { NudgeBar } from './NudgeBar';
import { RoundPress } from './RoundPress';
import { openRule, pickedBy, takeRule } from '../rules/rules';
import { ViewActions } from './ViewActions';

const TABS: readonly TrayTab[] = [...FAMILIES, 'select', 'view'];
const TAB_NAMES: Readonly<Record<TrayTab, string>> = { ...FAMILY_NAMES, select: 'Select', view: 'View' };

/** The actions for what is selected, by family; on a wide screen all of them, one family under the other. */
export const Tray = memo(function Tray({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const tab = useAppSelector((state) => state.session.trayTab);
  if (isPanel) {
    return (
      <YStack padding={12} gap={14} role="group" aria-label="Tray">
        {TABS.map((family) => (
          <YStack key={family} gap={4} role="group" aria-label={TAB_NAMES[family]}>
            <Words strong>{TAB_NAMES[family]}</Words>
            <XStack flexWrap="wrap" gap={4}>
              <TabActions tab={family} part={part} />
            </XStack>
          </YStack>
        ))}
        <KeyList />
      </YStack>
    );
  }
  return (
    <YStack role="group" aria-label="Tray" backgroundColor="$card">
      <XStack role="tablist" aria-label="Families of actions">
        {TABS.map((family) => (
          <Press
            key={family}
            role="tab"
            grow
            tight
            label={TAB_NAMES[family]}
            pressed={family === tab}
            look={family === tab ? 'on' : 'quiet'}
            onPress={() => dispatch(trayTabSet(family))}
          />
        ))}
      </XStack>
      <ScrollView horizontal showsHorizontalScrollIndicator={false} flexGrow={0}>
        <XStack gap={4} padding={4}>
          <TabActions tab={tab} part={part} />
        </XStack>
      </ScrollView>
    </YStack>
  );
});

function TabActions({ tab, part }: { readonly tab: TrayTab; readonly part: OpenPart }) {
  if (tab === 'select') return <Rules part={part} />;
  if (tab === 'view') return <ViewActions part={part} />;
  return (
    <>
      {tab === 'copy' ? <CopyNext /> : null}
      {tab === 'time' ? <NudgeBar part={part} /> : null}
      {ACTIONS.filter((action) => action.family === tab && action.id !== 'nudge').map((action) => (
        <ActionButtons key={action.id} action={action} />
      ))}
    </>
  );
}

/** Whether an action has nothing to work on now. */
function isOutOfReach({ takes = 'any' }: ListedAction, state: State): boolean {
  if (takes === 'row' || takes === 'nothing') return false;
  return takes === 'selection' ? !selectHasSelection(state) : selectNotes(state).length === 0;
}

/** An action's one-touch forms, with its last settings, and the dots that open its trial. There are hundreds of buttons: they are drawn
 *  anew only where they come into reach or leave it. */
const ActionButtons = memo(function ActionButtons({ action }: { readonly action: ListedAction }) {
  const dispatch = useAppDispatch();
  const isOff = useAppSelector((state) => isOutOfReach(action, state));
  const hasSettings = paramFields(action.params).length > 0;
  const forms = action.quick ?? [];
  return (
    <XStack
      gap={2}
      flexWrap="wrap"
      maxWidth="100%"
      role="group"
      aria-label={action.label}
      borderWidth={1}
      borderColor="$line"
      borderRadius="$2"
      alignItems="center"
    >
      {forms.map((quick) => (
        <Press
          key={quick.label}
          label={quick.label}
          shown={quick.icon ? action.label : (quick.shown ?? quick.label)}
          icon={ICONS[quick.icon ?? '']}
          iconOnly={forms.length > 1 && quick.icon !== undefined}
          disabled={isOff}
          onPress={() => dispatch(runAction(action.id, quick.params))}
        />
      ))}
      {hasSettings ? (
        <Press
          label={`${action.label}: try with settings`}
          shown={forms.length === 1 ? '' : action.label}
          icon={Dots}
          iconOnly={forms.length === 1}
          disabled={isOff}
          onPress={() => dispatch(tryAction(action.id))}
        />
      ) : null}
      {action.id === 'rotate' ? <RoundPress /> : null}
    </XStack>
  );
});

/** For hands without a key to hold: the next drag of notes copies them. */
function CopyNext() {
  const dispatch = useAppDispatch();
  const copiesNext = useAppSelector((state) => state.session.copiesNext);
  return (
    <Press
      label={copiesNext ? 'The next drag copies' : 'Copy, then drag'}
      icon={Copy}
      look={copiesNext ? 'on' : 'raised'}
      pressed={copiesNext}
      onPress={() => dispatch(copiesNextSet(!copiesNext))}
    />
  );
}

/** The selection rules with what each would pick now; the dots open a rule's settings. */
function Rules({ part }: { readonly part: OpenPart }) {
  // Counting can wait until the notes themselves are drawn.
  const notes = useDeferredValue(useAppSelector(selectNotes));
  const selected = useDeferredValue(useAppSelector((state) => state.session.selected));
  const params = useAppSelector((state) => state.session.ruleParams);
  return SELECTION_RULES.map((rule) => (
    <RulePress key={rule.id} rule={rule} count={pickedBy(rule, notes, selected, params[rule.id], part).length} />
  ));
}

/** A rule with what it would pick; drawn anew only where that is another number. */
const RulePress = memo(function RulePress({ rule, count }: { readonly rule: SelectionRule; readonly count: number }) {
  const dispatch = useAppDispatch();
  const hasSettings = paramFields(rule.params).length > 0;
  return (
    <XStack role="group" aria-label={rule.label} borderWidth={1} borderColor="$line" borderRadius="$2">
      <Press
        label={`Select: ${rule.label}, ${count} ${count === 1 ? 'note' : 'notes'}`}
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
