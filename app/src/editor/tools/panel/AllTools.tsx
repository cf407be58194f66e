import { ACTIONS, SELECTION_RULES } from '@yibbo/core';
import Down from 'lucide-react/dist/esm/icons/chevron-down.mjs';
import Right from 'lucide-react/dist/esm/icons/chevron-right.mjs';
import { useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import { YStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { SearchField } from '../../../controls/SearchField';
import { Words } from '../../../controls/words';
import { ownRecipesOf } from '../../../state/belongings/things';
import { preferencesSet } from '../../../state/preferences/preferences';
import { selectHandledNotes, selectNotes, type OpenPart } from '../../../state/session/selectors';
import type { TrayTab } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { useScope } from '../../screen/scope';
import { KeyList } from '../../keyboard/KeyList';
import { pickedBy } from '../../../acts/pattern/rules';
import { CopyPresses, MakePresses } from '../tray/ActionButtons';
import { TAB_NAMES, TABS } from '../tray/families';
import { NudgeBar } from '../tray/NudgeBar';
import { ViewActions } from '../tray/ViewActions';
import { findTools } from './find-tools';
import { useEnterTool } from './useEnterTool';
import { ActionLine, PlaceLine, RuleLine } from './ToolLines';

/** Every action and rule, a line each: by family, each of which folds, or those that a few words ask for. */
export function AllTools({ part }: { readonly part: OpenPart }) {
  const [query, setQuery] = useState('');
  const asked = useDeferredValue(query.trim());
  const scope = useScope();
  const enter = useEnterTool(query, () => setQuery(''));
  return (
    <YStack gap={4} role="group" aria-label="Tray">
      <SearchField label="Find an action" placeholder="Find an action" value={query} onChange={setQuery} onEnter={enter} />
      <Words small faded data-testid="scope" style={{ paddingLeft: 8 }}>
        Actions take {scope}
      </Words>
      {asked ? <Found asked={asked} part={part} /> : TABS.map((tab) => <Family key={tab} tab={tab} part={part} />)}
      {asked ? null : <KeyList />}
    </YStack>
  );
}

/** The tools that some words ask for, a line each. */
export function Found({ asked, part }: { readonly asked: string; readonly part: OpenPart }) {
  const own = useAppSelector(ownRecipesOf);
  const tools = useMemo(() => findTools(asked, own), [asked, own]);
  const counts = useRuleCounts(part);
  if (tools.length === 0) return <Words style={{ padding: 8 }}>No tool matches. Try another word, such as louder or split.</Words>;
  return tools.map((tool) => {
    switch (tool.kind) {
      case 'action':
        return <ActionLine key={tool.action.id} action={tool.action} />;
      case 'rule':
        return <RuleLine key={tool.rule.id} rule={tool.rule} count={counts.get(tool.rule.id) ?? 0} />;
      case 'place':
        return <PlaceLine key={tool.place.label} place={tool.place} />;
    }
  });
}

/** A family under its name, which folds it away or brings it back. */
function Family({ tab, part }: { readonly tab: TrayTab; readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const folded = useAppSelector((state) => state.preferences.foldedFamilies);
  const isFolded = folded.includes(tab);
  const name = TAB_NAMES[tab];
  const toggle = () => dispatch(preferencesSet({ foldedFamilies: isFolded ? folded.filter((other) => other !== tab) : [...folded, tab] }));
  return (
    <YStack role="group" aria-label={name}>
      <Press start label={name} expanded={!isFolded} icon={isFolded ? Right : Down} onPress={toggle} />
      {isFolded ? null : (FAMILY_LINES[tab]?.(part) ?? <ActionLines tab={tab} />)}
    </YStack>
  );
}

/** A family's content beside, or in place of, its actions. */
const FAMILY_LINES: Partial<Record<TrayTab, (part: OpenPart) => ReactNode>> = {
  time: (part) => (
    <>
      <NudgeBar part={part} />
      <ActionLines tab="time" />
    </>
  ),
  copy: () => (
    <>
      <CopyPresses />
      <ActionLines tab="copy" />
    </>
  ),
  make: () => (
    <>
      <MakePresses />
      <ActionLines tab="make" />
    </>
  ),
  select: (part) => <RuleLines part={part} />,
  view: (part) => (
    <YStack gap={4}>
      <ViewActions part={part} />
    </YStack>
  ),
};

function ActionLines({ tab }: { readonly tab: TrayTab }) {
  return ACTIONS.filter(({ family, id }) => family === tab && id !== 'nudge').map((action) => (
    <ActionLine key={action.id} action={action} />
  ));
}

function RuleLines({ part }: { readonly part: OpenPart }) {
  const counts = useRuleCounts(part);
  return SELECTION_RULES.map((rule) => <RuleLine key={rule.id} rule={rule} count={counts.get(rule.id) ?? 0} />);
}

/** How many notes each selection rule would pick now. */
export function useRuleCounts(part: OpenPart): ReadonlyMap<string, number> {
  // Counting can wait until the notes themselves are drawn.
  const notes = useDeferredValue(useAppSelector(selectNotes));
  const handled = useDeferredValue(useAppSelector(selectHandledNotes));
  const params = useAppSelector((state) => state.session.ruleParams);
  return useMemo(() => {
    const ids = handled.map(({ id }) => id);
    return new Map(SELECTION_RULES.map((rule) => [rule.id, pickedBy(rule, notes, ids, params[rule.id], part).length]));
  }, [notes, handled, params, part]);
}
