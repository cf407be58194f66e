import type { Id } from '@yibbo/core';
import { memo, type ReactNode } from 'react';
import { useWindowDimensions } from 'react-native';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { selectPart, type OpenPart } from '../../state/session/selectors';
import { useKeys } from '../../editor/keyboard/useKeys';
import { ActionMenu } from '../../editor/tools/menu/ActionMenu';
import { AllTools } from '../../editor/tools/panel/AllTools';
import { Tray } from '../../editor/tools/tray/Tray';
import { Press } from '../../controls/Press';
import { openSheet } from '../../acts/open-sheet';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { Dock } from '../../editor/screen/Dock';
import { GridArea } from '../../editor/screen/GridArea';
import { PartGrid } from '../../editor/screen/PartGrid';
import { Readout } from '../../editor/screen/Readout';
import { TopRow } from '../../editor/screen/TopRow';
import { TrackChips } from '../../editor/screen/TrackChips';
import { useAddress } from './useAddress';
import { useFirstGrid } from '../../editor/screen/useFirstGrid';
import { useLater } from '../../controls/useLater';
import { usePlayback } from '../../editor/playback/usePlayback';
import { useScreenShape } from '../../editor/screen/useScreenShape';
import { useSetUp } from '../../editor/screen/useSetUp';
import { PAGE_HEIGHT, SIDE_PANEL } from '../../theme/page';

/** The heart of Yibbo: one pattern, seen as steps or as notes. */
export function PatternScreen({ placementId, bar }: { readonly placementId: Id; readonly bar: number | null }) {
  useAddress(placementId, bar);
  const part = useAppSelector(selectPart);
  useFirstGrid(part);
  const { toggle } = usePlayback();
  useKeys(toggle);
  return (
    <YStack height={PAGE_HEIGHT} backgroundColor="$paper" overflow="hidden">
      {part ? <Editor part={part} onPlay={toggle} /> : null}
    </YStack>
  );
}

const EDITORS = { phone: PhoneEditor, low: LowEditor, wide: WideEditor } as const;

/** Re-renders only when another part opens; components that show notes follow edits themselves. */
const Editor = memo(function Editor({ part, onPlay }: { readonly part: OpenPart; readonly onPlay: () => void }) {
  const shape = useScreenShape();
  const Shaped = EDITORS[shape];
  return (
    <>
      <TopRow part={part} shape={shape} />
      <Shaped
        part={part}
        grid={
          <GridArea part={part}>
            <PartGrid part={part} />
          </GridArea>
        }
        onPlay={onPlay}
      />
    </>
  );
});

interface EditorProps {
  readonly part: OpenPart;
  readonly grid: ReactNode;
  readonly onPlay: () => void;
}

function PhoneEditor({ part, grid, onPlay }: EditorProps) {
  const setUp = useSetUp(part, false, true);
  return (
    <YStack render="main" flex={1} minHeight={0}>
      {grid}
      {setUp ?? (
        <>
          <Readout part={part} />
          <Tray part={part} />
        </>
      )}
      <Dock part={part} onPlay={onPlay} />
    </YStack>
  );
}

/** A phone on its side: the thumbs are at the edges, and the notes have the whole height between them. Where the window is narrow too, as on a page
 *  that is much enlarged, tools come in the place of the notes when they are asked for. */
function LowEditor({ part, grid, onPlay }: EditorProps) {
  const dispatch = useAppDispatch();
  const isNarrow = useWindowDimensions().width < LOW_AND_NARROW;
  const setUp = useSetUp(part, true, isNarrow);
  const menu = useAppSelector((state) => state.session.menu);
  const dock = <Dock part={part} onPlay={onPlay} isColumn />;
  if (isNarrow)
    return (
      <XStack render="main" flex={1} minHeight={0}>
        <ScrollView width={62} flexGrow={0}>
          <Press label="Toolbox" shown="Tools" look="raised" onPress={() => dispatch(openSheet({ kind: 'tools' }))} />
          {dock}
        </ScrollView>
        {setUp ? <ScrollView flex={1}>{setUp}</ScrollView> : grid}
      </XStack>
    );
  return (
    <XStack render="main" flex={1} minHeight={0}>
      {dock}
      {grid}
      <YStack width={setUp ? '43%' : LOW_TOOLS} flexShrink={0} borderLeftWidth={1} borderColor="$line" backgroundColor="$card">
        {setUp ? null : <Readout part={part} />}
        <ScrollView flex={1}>{setUp ?? <AllTools part={part} />}</ScrollView>
      </YStack>
      {menu ? <ActionMenu menu={menu} part={part} isInFlow={false} /> : null}
    </XStack>
  );
}

/** Low windows below this width have no room for tools beside the notes, in pixels. */
const LOW_AND_NARROW = 560;

/** Width of the tools beside the notes in a low window, in pixels: the readout with its buttons. */
const LOW_TOOLS = 236;

function WideEditor({ part, grid, onPlay }: EditorProps) {
  const setUp = useSetUp(part, true, false);
  const menu = useAppSelector((state) => state.session.menu);
  const hasPanel = useLater();
  return (
    <XStack render="main" flex={1} minHeight={0}>
      <ScrollView width={220} flexGrow={0} borderRightWidth={1} borderColor="$line">
        <TrackChips part={part} isRail />
      </ScrollView>
      <YStack flex={1} minWidth={0}>
        {grid}
        <Readout part={part} />
        <Dock part={part} onPlay={onPlay} />
      </YStack>
      <ScrollView width={SIDE_PANEL} flexGrow={0} borderLeftWidth={1} borderColor="$line" backgroundColor="$card">
        {hasPanel
          ? (setUp ?? (
              <YStack padding={8}>
                <AllTools part={part} />
              </YStack>
            ))
          : null}
      </ScrollView>
      {menu ? <ActionMenu menu={menu} part={part} isInFlow={false} /> : null}
    </XStack>
  );
}
