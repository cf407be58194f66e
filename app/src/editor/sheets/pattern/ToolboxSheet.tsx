import { ACTIONS, SELECTION_RULES } from '@yibbo/core';
import Pin from 'lucide-react/dist/esm/icons/pin.mjs';
import Close from 'lucide-react/dist/esm/icons/x.mjs';
import { useDeferredValue, useRef, useState } from 'react';
import { useWindowDimensions } from 'react-native';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { useKeyFocus } from '../../../controls/useKeyFocus';
import { SearchField } from '../../../controls/SearchField';
import { preferencesSet } from '../../../state/preferences/preferences';
import type { OpenPart } from '../../../state/session/selectors';
import { sheetSet, trayTabSet, type TrayTab } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { Found, useRuleCounts } from '../../tools/panel/AllTools';
import { AdjustablePress } from '../../screen/AdjustablePress';
import { useEnterTool } from '../../tools/panel/useEnterTool';
import { ActionButtons, CopyPresses, MakePresses } from '../../tools/tray/ActionButtons';
import { TAB_NAMES, TABS } from '../../tools/tray/families';
import { TAB_ICONS } from '../../tools/tray/icons';
import { NudgeBar } from '../../tools/tray/NudgeBar';
import { RuleButtons } from '../../tools/tray/RuleButtons';
import { ViewActions } from '../../tools/tray/ViewActions';
import { SHEET_HEIGHT } from '../SheetFrame';

/** All tools on a phone: the families as tabs that all fit, and below them every action of one. Its height is always the same, so that its tabs
 *  stay where they are. */
export function ToolboxSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const [query, setQuery] = useState('');
  const content = useRef<HTMLElement>(null);
  useKeyFocus(content);
  const asked = useDeferredValue(query.trim());
  const tab = useAppSelector((state) => state.session.trayTab);
  return (
    <YStack
      ref={content as never}
      role="region"
      aria-label="Toolbox"
      data-testid="sheet"
      backgroundColor="$card"
      borderTopWidth={3}
      borderColor="$act"
      height={isPanel ? undefined : SHEET_HEIGHT}
      flexShrink={0}
    >
      <Head query={query} onQuery={setQuery} />
      {asked ? null : <Tabs tab={tab} />}
      <ScrollView key={asked ? 'found' : tab} flexGrow={0} flexShrink={1}>
        {asked ? (
          <YStack paddingHorizontal={8} role="group" aria-label="Found">
            <Found asked={asked} part={part} />
          </YStack>
        ) : (
          <XStack role="group" aria-label={TAB_NAMES[tab]} flexWrap="wrap" gap={5} padding={6} alignItems="flex-start">
            <TabContent tab={tab} part={part} />
          </XStack>
        )}
      </ScrollView>
    </YStack>
  );
}

/** The search, the pin and the way out. */
function Head({ query, onQuery }: { readonly query: string; readonly onQuery: (query: string) => void }) {
  const dispatch = useAppDispatch();
  const enter = useEnterTool(query, () => onQuery(''));
  const isPinned = useAppSelector((state) => state.preferences.isToolboxPinned);
  return (
    <XStack alignItems="center" gap={4} paddingLeft={6}>
      <XStack flexGrow={1} flexShrink={1} minWidth={0}>
        <SearchField label="Find an action" placeholder="Find an action" value={query} width="100%" onChange={onQuery} onEnter={enter} />
      </XStack>
      {/* The readout, where it stands otherwise, has given way. */}
      <AdjustablePress />
      <Press
        label="The toolbox stays open after an act"
        icon={Pin}
        iconOnly
        look={isPinned ? 'on' : 'raised'}
        pressed={isPinned}
        onPress={() => dispatch(preferencesSet({ isToolboxPinned: !isPinned }))}
      />
      <Press label="Close: Toolbox" icon={Close} iconOnly onPress={() => dispatch(sheetSet(null))} />
    </XStack>
  );
}

/** A thumb's width for each of the tabs, in pixels. */
const TAB = 44;
/** Tabs in one of two lines, where one would be too narrow. */
const TABS_IN_HALF = TABS.length / 2;

function Tabs({ tab }: { readonly tab: TrayTab }) {
  const dispatch = useAppDispatch();
  const { width } = useWindowDimensions();
  const inLine = width >= TAB * TABS.length ? TABS.length : TABS_IN_HALF;
  return (
    <div
      role="tablist"
      aria-label="Families of actions"
      style={{ display: 'grid', gridTemplateColumns: `repeat(${inLine}, minmax(0, 1fr))`, flexShrink: 0 }}
    >
      {TABS.map((each) => (
        <Press
          key={each}
          role="tab"
          label={TAB_NAMES[each]}
          icon={TAB_ICONS[each]}
          iconOnly
          under={TAB_NAMES[each]}
          pressed={each === tab}
          look={each === tab ? 'on' : 'quiet'}
          onPress={() => dispatch(trayTabSet(each))}
        />
      ))}
    </div>
  );
}

function TabContent({ tab, part }: { readonly tab: TrayTab; readonly part: OpenPart }) {
  if (tab === 'select') return <Rules part={part} />;
  if (tab === 'view') return <ViewActions part={part} />;
  return (
    <>
      {tab === 'copy' ? <CopyPresses /> : null}
      {tab === 'make' ? <MakePresses /> : null}
      {tab === 'time' ? <NudgeBar part={part} /> : null}
      {ACTIONS.filter(({ family, id }) => family === tab && id !== 'nudge').map((action) => (
        <ActionButtons key={action.id} action={action} />
      ))}
    </>
  );
}

function Rules({ part }: { readonly part: OpenPart }) {
  const counts = useRuleCounts(part);
  return SELECTION_RULES.map((rule) => <RuleButtons key={rule.id} rule={rule} count={counts.get(rule.id) ?? 0} />);
}
