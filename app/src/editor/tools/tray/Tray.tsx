import { SELECTION_RULES, type SelectionRule } from '@yibbo/core';
import Up from 'lucide-react/dist/esm/icons/chevron-up.mjs';
import { memo, useMemo } from 'react';
import { useWindowDimensions } from 'react-native';
import { View } from '@tamagui/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Words } from '../../../controls/words';
import { openSheet } from '../../../acts/open-sheet';
import type { OpenPart } from '../../../state/session/selectors';
import type { TrayTab } from '../../../state/session/session';
import { useAppDispatch, useAppSelector, useAppStore } from '../../../state/store';
import { useScope } from '../../screen/scope';
import { useRuleCounts } from '../panel/AllTools';
import { TAB_NAMES } from './families';
import { LINE_STARTS, lineChoice } from './line-choice';
import { NudgeCells, NUDGE_CELLS } from './NudgeCells';
import { RuleCell } from './RuleCell';
import { CELL, ToolCell } from './ToolCell';
import { TOOLS, type ToolTab } from './tools';

/** Height of the line of tools, in pixels: a thumb and its line. */
const LINE = 48;
/** Width of the button that opens the toolbox, in pixels. */
const FAMILY = 76;

/** One line of tools for what is selected, all in sight: the family in use, a press on which opens the toolbox, then the tools of it that are
 *  used most. */
export const Tray = memo(function Tray({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const tab = useAppSelector((state) => state.session.trayTab);
  const { width } = useWindowDimensions();
  const room = Math.floor((width - FAMILY) / CELL);
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
          icon={Up}
          look="raised"
          tight
          width={FAMILY}
          onPress={() => dispatch(openSheet({ kind: 'tools' }))}
        />
        <Scope />
      </View>
      {tab === 'select' ? <RuleCells part={part} room={room} /> : <ToolCells tab={tab} part={part} room={room} />}
    </XStack>
  );
});

/** The scope of the buttons beside it, in the words of the readout. */
function Scope() {
  const words = useScope();
  return (
    <Words
      tiny
      faded
      oneLine
      data-testid="scope"
      style={{ lineHeight: '12px', position: 'absolute', left: 2, right: 2, bottom: 3, textAlign: 'center', pointerEvents: 'none' }}
    >
      {words}
    </Words>
  );
}

interface CellsProps<Tab> {
  readonly tab: Tab;
  readonly part: OpenPart;
  /** How many cells fit. */
  readonly room: number;
}

/** The most used tools are looked up when the line opens, not while it is open: a cell never changes under a finger. */
function useChoice<T>(tools: readonly T[], nameOf: (tool: T) => string, { tab, part, room }: CellsProps<TrayTab>): readonly T[] {
  const store = useAppStore();
  const { kind } = part.track;
  return useMemo(
    () => lineChoice(tools, nameOf, LINE_STARTS[tab][kind], store.getState().preferences.toolUses, room),
    [tools, nameOf, tab, kind, room, store],
  );
}

const labelOf = ({ label }: { readonly label: string }) => label;
const idOf = ({ id }: SelectionRule) => id;

function ToolCells({ tab, part, room }: CellsProps<ToolTab>) {
  const tools = useMemo(() => TOOLS[tab].filter(({ isFor }) => isFor?.(part) ?? true), [tab, part]);
  const hasWayBack = room >= NUDGE_CELLS + 2;
  const nudges = tab === 'time' ? NUDGE_CELLS - (hasWayBack ? 0 : 1) : 0;
  const chosen = useChoice(tools, labelOf, { tab, part, room: room - nudges });
  return (
    <>
      {nudges ? <NudgeCells part={part} hasWayBack={hasWayBack} /> : null}
      {chosen.map((tool) => (
        <ToolCell key={tool.label} tool={tool} />
      ))}
    </>
  );
}

function RuleCells({ part, room }: Omit<CellsProps<'select'>, 'tab'>) {
  const counts = useRuleCounts(part);
  const chosen = useChoice(SELECTION_RULES, idOf, { tab: 'select', part, room });
  return chosen.map((rule) => <RuleCell key={rule.id} rule={rule} count={counts.get(rule.id) ?? 0} />);
}
