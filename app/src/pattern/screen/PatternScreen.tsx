import { fittingDivision, type Id } from '@yibbo/core';
import { useEffect, type ReactNode } from 'react';
import { useMedia } from '@tamagui/core';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { selectNotes, selectPart, type OpenPart } from '../../session/selectors';
import { patternViewSet } from '../../preferences/pattern-views';
import { ActionMenu } from '../tools/menu/ActionMenu';
import { InfoLine } from './InfoLine';
import { useKeys } from '../keyboard/useKeys';
import { NotesGrid } from '../grid/notes/NotesGrid';
import { Marks } from './Marks';
import { Notice } from './Notice';
import { Readout } from './Readout';
import { RuleStrip } from '../tools/rules/RuleStrip';
import { SilenceLine } from './SilenceLine';
import { OpenSheet } from '../tools/sheets/OpenSheet';
import { StepsGrid } from '../grid/steps/StepsGrid';
import { TopBar } from './TopBar';
import { TrackChips } from './TrackChips';
import { Tray } from '../tools/tray/Tray';
import { TrialStrip } from '../tools/trial/TrialStrip';
import { useLater } from './useLater';
import { usePlayback } from './usePlayback';
import { KeepingBar } from '../../song/KeepingBar';
import { useAppDispatch, useAppSelector } from '../../store';
import { Dock } from './Dock';
import { useAddress } from './useAddress';

/** A pattern seen for the first time gets the grid that fits its notes best; after that the grid is the person's own. */
function useFirstGrid(part: OpenPart | null): void {
  const dispatch = useAppDispatch();
  const notes = useAppSelector(selectNotes);
  useEffect(() => {
    if (part && part.view.division === null)
      dispatch(patternViewSet({ patternId: part.pattern.id, view: { division: fittingDivision(notes, part.meter) } }));
  }, [dispatch, part, notes]);
}

/** The heart of Yibbo: one pattern, seen as steps or as notes. */
export function PatternScreen({ placementId, bar }: { readonly placementId: Id; readonly bar: number | null }) {
  useAddress(placementId, bar);
  const part = useAppSelector(selectPart);
  useFirstGrid(part);
  const { toggle } = usePlayback();
  useKeys(toggle);
  return (
    <YStack height="100dvh" backgroundColor="$paper" overflow="hidden">
      <TopBar />
      <KeepingBar />
      {part ? <Editor part={part} onPlay={toggle} /> : null}
    </YStack>
  );
}

function Editor({ part, onPlay }: { readonly part: OpenPart; readonly onPlay: () => void }) {
  const isWide = Boolean(useMedia().wide);
  const grid =
    part.viewMode === 'steps' ? <StepsGrid key={part.pattern.id} part={part} /> : <NotesGrid key={part.pattern.id} part={part} />;
  return isWide ? <WideEditor part={part} grid={grid} onPlay={onPlay} /> : <PhoneEditor part={part} grid={grid} onPlay={onPlay} />;
}

interface EditorProps {
  readonly part: OpenPart;
  readonly grid: ReactNode;
  readonly onPlay: () => void;
}

/** What stands where the tray does: a trial, a rule or a sheet being set up, on a phone a menu too, else the tray itself. */
function Tools({ part, isPanel }: { readonly part: OpenPart; readonly isPanel: boolean }) {
  const trial = useAppSelector((state) => state.trial.trial);
  const rule = useAppSelector((state) => state.session.rule);
  const menu = useAppSelector((state) => state.session.menu);
  const sheet = useAppSelector((state) => state.session.sheet);
  if (menu && !isPanel) return <ActionMenu menu={menu} part={part} isInFlow />;
  if (trial) return <TrialStrip trial={trial} isPanel={isPanel} />;
  if (rule) return <RuleStrip open={rule} isPanel={isPanel} />;
  if (sheet) return <OpenSheet sheet={sheet} part={part} isPanel={isPanel} />;
  return <Tray part={part} isPanel={isPanel} />;
}

function PhoneEditor({ part, grid, onPlay }: EditorProps) {
  return (
    <YStack render="main" flex={1} minHeight={0}>
      <TrackChips part={part} isRail={false} />
      <InfoLine part={part} />
      {grid}
      <Marks part={part} />
      <Notice />
      <SilenceLine part={part} />
      <Readout />
      <Tools part={part} isPanel={false} />
      <Dock part={part} onPlay={onPlay} />
    </YStack>
  );
}

function WideEditor({ part, grid, onPlay }: EditorProps) {
  const menu = useAppSelector((state) => state.session.menu);
  const hasPanel = useLater();
  return (
    <XStack render="main" flex={1} minHeight={0}>
      <ScrollView width={220} flexGrow={0} borderRightWidth={1} borderColor="$line">
        <TrackChips part={part} isRail />
      </ScrollView>
      <YStack flex={1} minWidth={0}>
        <InfoLine part={part} />
        {grid}
        <Marks part={part} />
        <Notice />
        <SilenceLine part={part} />
        <Readout />
        <Dock part={part} onPlay={onPlay} />
      </YStack>
      <ScrollView width={300} flexGrow={0} borderLeftWidth={1} borderColor="$line" backgroundColor="$card">
        {hasPanel ? <Tools part={part} isPanel /> : null}
      </ScrollView>
      {menu ? <ActionMenu menu={menu} part={part} isInFlow={false} /> : null}
    </XStack>
  );
}
