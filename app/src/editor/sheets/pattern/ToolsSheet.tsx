import { XStack } from '@tamagui/stacks';
import { Press } from '../../../controls/Press';
import { Strip } from '../../../controls/Strip';
import type { OpenPart } from '../../../state/session/selectors';
import { sheetSet, trayTabSet } from '../../../state/session/session';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { AllTools } from '../../tools/panel/AllTools';
import { TAB_NAMES, TABS } from '../../tools/tray/families';
import { SheetFrame } from '../SheetFrame';

/** On a phone, all the actions: a family to put into the line of tools, or one action at once. */
export function ToolsSheet({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const shown = useAppSelector((state) => state.session.trayTab);
  return (
    <SheetFrame title="Actions" isPanel={isPanel}>
      <Strip>
        <XStack role="tablist" aria-label="Families of actions" gap={2}>
          {TABS.map((tab) => (
            <Press
              key={tab}
              role="tab"
              label={TAB_NAMES[tab]}
              pressed={tab === shown}
              look={tab === shown ? 'on' : 'raised'}
              onPress={() => {
                dispatch(trayTabSet(tab));
                dispatch(sheetSet(null));
              }}
            />
          ))}
        </XStack>
      </Strip>
      <AllTools part={part} />
    </SheetFrame>
  );
}
