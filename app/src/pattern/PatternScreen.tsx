import { fittingDivision } from '@yibbo/core';
import { useRouter } from 'expo-router';
import { useEffect, useState, type ReactNode } from 'react';
import { useStore } from 'react-redux';
import { useMedia } from '@tamagui/core';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../controls/Press';
import { Title, Words } from '../controls/words';
import { KeepingBar } from '../sync/KeepingBar';
import { setKeeper } from '../store/edits';
import { selectNotes, selectPart, type OpenPart } from '../store/selectors';
import { useAppDispatch, useAppSelector, type Store } from '../store/store';
import { trialSet } from '../store/trial';
import { noticeSet, patternViewSet, placementOpened } from '../store/view';
import { askForSong, SongSync } from '../sync/song-sync';
import { ActionMenu } from './ActionMenu';
import { Dock, UndoButtons } from './Dock';
import { InfoLine } from './InfoLine';
import { useKeys } from './keys';
import { NotesGrid } from './notes/NotesGrid';
import { Marks } from './Marks';
import { Notice } from './Notice';
import { Readout } from './Readout';
import { RuleStrip } from './RuleStrip';
import { SilenceLine } from './SilenceLine';
import { OpenSheet } from './sheets/OpenSheet';
import { StepsGrid } from './steps/StepsGrid';
import { TopBar } from './TopBar';
import { SoundChoice } from './SoundChoice';
import { TrackChips } from './TrackChips';
import { Tray } from './Tray';
import { TrialStrip } from './TrialStrip';
import { useLater } from './useLater';
import { usePlayback } from './usePlayback';

/** A pattern seen for the first time gets the grid that fits its notes best; after that the grid is the person's own. */
function useFirstGrid(part: OpenPart | null): void {
  const dispatch = useAppDispatch();
  const notes = useAppSelector(selectNotes);
  useEffect(() => {
    if (part && part.view.division === null)
      dispatch(patternViewSet({ patternId: part.pattern.id, view: { division: fittingDivision(notes, part.meter) } }));
  }, [dispatch, part, notes]);
}

/** Opens a song and keeps it in step with the server for as long as the screen is there. */
function useSong(songId: string): { readonly problem: string | null; readonly sync: SongSync } {
  const dispatch = useAppDispatch();
  const store = useStore() as Store;
  const [problem, setProblem] = useState<string | null>(null);
  // While the screen is drawn for the first time, the song is on its way already.
  const [asked] = useState(() => askForSong(songId));
  const [sync] = useState(() => new SongSync(songId, dispatch, store.getState));
  useEffect(() => {
    setKeeper((change) => sync.keep(change));
    sync.open(asked).catch((error: Error) => setProblem(error.message));
    return () => {
      sync.close();
      setKeeper(null);
      dispatch(trialSet(null));
      dispatch(placementOpened(null));
      dispatch(noticeSet(null));
      dispatch({ type: 'song/closed' });
    };
  }, [sync, asked, dispatch]);
  return { problem, sync };
}

/** Asks before the page is left while something would be lost by it: unsent, and not kept in this browser either. */
function useLeaveWarning(): void {
  const isAtRisk = useAppSelector(({ song }) => song.unsent.length > 0 && !song.isKept);
  useEffect(() => {
    if (!isAtRisk) return undefined;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', warn);
    return () => removeEventListener('beforeunload', warn);
  }, [isAtRisk]);
}

export function PatternScreen({ songId }: { readonly songId: string }) {
  const { problem, sync } = useSong(songId);
  useLeaveWarning();
  const isOpen = useAppSelector((state) => state.song.document !== null);
  const part = useAppSelector(selectPart);
  useFirstGrid(part);
  const { toggle } = usePlayback();
  useKeys(toggle);
  if (problem) return <Problem message={problem} />;
  if (!isOpen) return <Centred>Opening the song …</Centred>;
  return (
    <YStack height="100dvh" backgroundColor="$paper" overflow="hidden">
      <TopBar />
      <KeepingBar keeping={sync} />
      <Editor part={part} onPlay={toggle} />
    </YStack>
  );
}

function Editor({ part, onPlay }: { readonly part: OpenPart | null; readonly onPlay: () => void }) {
  const isWide = Boolean(useMedia().wide);
  if (!part) {
    return (
      <YStack flex={1} minHeight={0}>
        <YStack render="main">
          <YStack padding={16} gap={8}>
            <Title render="h2" margin={0}>
              What comes first?
            </Title>
            <Words>Choose a sound. Its track begins with two empty bars; the first tap on the grid makes a note.</Words>
          </YStack>
          <SoundChoice isColumn={false} />
          <XStack padding={8}>
            <UndoButtons />
          </XStack>
        </YStack>
      </YStack>
    );
  }
  const grid = part.dress === 'steps' ? <StepsGrid key={part.pattern.id} part={part} /> : <NotesGrid key={part.pattern.id} part={part} />;
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
  const rule = useAppSelector((state) => state.view.rule);
  const menu = useAppSelector((state) => state.view.menu);
  const sheet = useAppSelector((state) => state.view.sheet);
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
  const menu = useAppSelector((state) => state.view.menu);
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

function Centred({ children }: { readonly children: ReactNode }) {
  return (
    <YStack height="100dvh" backgroundColor="$paper" alignItems="center" justifyContent="center" padding={24} gap={12}>
      {typeof children === 'string' ? <Words>{children}</Words> : children}
    </YStack>
  );
}

function Problem({ message }: { readonly message: string }) {
  const router = useRouter();
  return (
    <Centred>
      <Title>The song cannot be opened</Title>
      <Words role="alert" textAlign="center">
        {message}
      </Words>
      <Press label="Back to the songs" look="strong" onPress={() => router.navigate('/')} />
    </Centred>
  );
}
