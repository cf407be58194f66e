import type { Document, Id } from '@yibbo/core';
import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import Loop from 'lucide-react/dist/esm/icons/repeat.mjs';
import { useEffect, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { useWhilePlaying } from '../../editor/playback/useWhilePlaying';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { Dock, DockFrame, PlayPress, UndoButtons } from '../../editor/screen/Dock';
import { useEffects } from '../../state/effects';
import { Pass } from '../../editor/screen/GridArea';
import { Notice } from '../../editor/screen/Notice';
import { SongDots, SongName, WideSongButtons } from '../../editor/screen/TopRow';
import { useScreenShape } from '../../editor/screen/useScreenShape';
import { placementsSelected, ruleSet, sheetSet } from '../../state/session/session';
import { settleTrial } from '../../acts/trial/trial-ends';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { openSheet } from '../../acts/open-sheet';
import { selectedPlacements } from '../../acts/song/placements';
import { toggleLoop } from '../../acts/song/sections';
import { useOpenPlacement } from '../../editor/screen/useOpenPlacement';
import { OthersHere } from '../../editor/screen/OthersHere';
import { KeepingBar, NewerBar } from '../../editor/screen/KeepingBar';
import { isSongSheet, OpenSongSheet } from '../../editor/sheets/song/OpenSongSheet';
import { DragLabel } from './DragLabel';
import { HereEditor } from './HereEditor';
import { HereKeys, HerePanel, HereTools } from './HereTools';
import { LANE, RULER } from './layout';
import { PlacementsStrip } from './PlacementsStrip';
import { SectionChips } from './SectionChips';
import { SongHead } from './SongHead';
import { SongRows } from './SongRows';
import { SongSilence } from './SongSilence';
import { useFolds } from './useFolds';
import { useHere, type Here } from './useHere';
import { usePageOnScreen, usePagePlace, useSelectedInView } from './usePageOnScreen';
import { useOpenHere } from './useOpenHere';
import { usePageDrag } from './usePageDrag';
import { usePlacementHand } from './usePlacementHand';
import { useRulerHand } from './useRulerHand';
import { useSectionHand } from './useSectionHand';
import { useSongKeys } from './useSongKeys';
import { useSongPlayback } from './useSongPlayback';
import { PAGE_HEIGHT, SIDE_PANEL } from '../../theme/page';
import { WavProgress } from '../../editor/wav/WavProgress';

/** Width of the names beside the lanes, in pixels: a symbol on a phone, the name where there is room. */
const RAIL = 44;
const WIDE_RAIL = 168;

/** The song's home: it reads like a page, section by section, all tracks together. The placement that `hereId` names is opened on it. */
export function SongPage({ document, hereId }: { readonly document: Document; readonly hereId: Id | null }) {
  const { toggle } = useSongPlayback();
  useArrival();
  const shape = useScreenShape();
  const isWide = shape === 'wide';
  const isLow = shape === 'low';
  const here = useHere(hereId);
  const hasSelection = useAppSelector((state) => selectedPlacements(state).length > 0);
  // While placements are selected, tools and keys are theirs.
  const edited = hasSelection ? null : here;
  const isSettingUp = useAppSelector(({ session: { sheet } }) => sheet !== null && isSongSheet(sheet)) || hasSelection;
  const dock = edited ? <Dock part={edited.part} onPlay={toggle} isColumn={isLow} /> : <SongDock onPlay={toggle} isColumn={isLow} />;
  // The version held for listening is shown too.
  const peek = useAppSelector((state) => state.session.peek);
  return (
    <YStack height={PAGE_HEIGHT} backgroundColor="$paper" overflow="hidden">
      {edited ? <HereKeys onPlay={toggle} /> : <PageKeys onPlay={toggle} />}
      <Header isWide={isWide} />
      <WavGoingOn />
      <XStack render="main" flex={1} minHeight={0}>
        {isLow ? dock : null}
        <YStack flex={1} minWidth={0}>
          <Page document={peek ?? document} rail={isWide ? WIDE_RAIL : RAIL} here={here} />
          {edited ? <HereTools part={edited.part} isWide={isWide} /> : shape === 'phone' ? <SetUp isPanel={false} /> : null}
          {isLow ? null : dock}
        </YStack>
        {isWide || (isLow && isSettingUp && !edited) ? (
          <ScrollView width={isWide ? SIDE_PANEL : '43%'} flexGrow={0} borderLeftWidth={1} borderColor="$line" backgroundColor="$card">
            {edited ? <HerePanel part={edited.part} /> : <SetUp isPanel />}
          </ScrollView>
        ) : null}
      </XStack>
    </YStack>
  );
}

/** A WAV file that is being made, where its sheet is not open. */
function WavGoingOn() {
  const making = useAppSelector((state) => (state.session.sheet?.kind === 'wav' ? null : state.session.making));
  return making ? (
    <YStack paddingHorizontal={10} paddingVertical={4} flexShrink={0} borderBottomWidth={1} borderColor="$line">
      <WavProgress {...making} />
    </YStack>
  ) : null;
}

function PageKeys({ onPlay }: { readonly onPlay: () => void }) {
  useSongKeys(onPlay);
  return null;
}

/** Ends setups that belong to a pattern when it closes: sheets close, a trial is kept, and a notice says so. */
function useArrival(): void {
  const dispatch = useAppDispatch();
  useEffect(() => {
    dispatch(settleTrial());
    dispatch(ruleSet(null));
    dispatch(sheetSet(null));
    dispatch(placementsSelected([]));
  }, [dispatch]);
}

function Header({ isWide }: { readonly isWide: boolean }) {
  const router = useRouter();
  return (
    <XStack render="header" alignItems="center" height={48} flexShrink={0} paddingHorizontal={4} borderBottomWidth={1} borderColor="$line">
      <Press label="Back to the songs" icon={ArrowLeft} iconOnly onPress={() => router.navigate('/')} />
      <SongName />
      {isWide ? <WideSongButtons /> : <SongDots hasStatus={false} />}
    </XStack>
  );
}

/** A sheet that is open, else what can be done with the selected placements; in the panel a hint where there is neither. */
function SetUp({ isPanel }: { readonly isPanel: boolean }) {
  const sheet = useAppSelector((state) => state.session.sheet);
  const hasSelection = useAppSelector((state) => selectedPlacements(state).length > 0);
  if (sheet && isSongSheet(sheet)) return <OpenSongSheet sheet={sheet} isPanel={isPanel} />;
  if (hasSelection) return <PlacementsStrip isPanel={isPanel} />;
  if (!isPanel) return null;
  return (
    <Words small faded style={{ padding: 12 }}>
      Press a placement to open its pattern, a free bar for a new one. Held, or with the other button, it is selected.
    </Words>
  );
}

/** How large an element is, in pixels; 0 until it is known. */
function useSize(ref: RefObject<HTMLElement | null>) {
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return undefined;
    const measure = () => {
      const { clientWidth: width, clientHeight: height } = element;
      setSize((last) => (last.width === width && last.height === height ? last : { width, height }));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return size;
}

/** The least height of an editor on the page, in pixels; else it leaves the row it belongs to in view. */
const LEAST_EDITOR = 340;

function editorHeight(pageHeight: number, tracks: number): number {
  return Math.max(Math.min(LEAST_EDITOR, pageHeight), pageHeight - RULER - tracks * LANE);
}

const RECTANGLE = { position: 'fixed', zIndex: 6, border: '2px dashed var(--act)', pointerEvents: 'none' } as const;

interface PageProps {
  readonly document: Document;
  readonly rail: number;
  readonly here: Here | null;
}

function Page({ document, rail, here }: PageProps) {
  const dispatch = useAppDispatch();
  const page = useRef<HTMLDivElement>(null);
  const { width, height } = useSize(page);
  const folds = useFolds(document, width - rail - 8, here?.placement.start ?? null);
  const { layout } = folds;
  usePageOnScreen(page, folds);
  usePagePlace(page, document.song.id, width > 0);
  useSelectedInView(page, height);
  const open = useOpenPlacement();
  const openHere = useOpenHere();
  const drag = usePageDrag(page, layout);
  const hand = useRulerHand(page, layout, document, drag);
  const sectionHand = useSectionHand(document, drag);
  const { ghosts, rectangle, handlers } = usePlacementHand({ page, layout, document, drag, open: here ? openHere : open });
  return (
    <>
      <SectionChips document={document} folds={folds} />
      <div style={{ position: 'relative', flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
        <div
          ref={page}
          {...handlers}
          data-testid="song-page"
          style={{ position: 'relative', flex: 1, minHeight: 0, overflowY: 'auto', overflowX: 'hidden' }}
        >
          {width > 0 ? (
            <SongRows
              folds={folds}
              document={document}
              rail={rail}
              ghosts={ghosts}
              hand={hand}
              sectionHand={sectionHand}
              here={here?.placement ?? null}
              editor={here ? <HereEditor part={here.part} height={editorHeight(height, document.tracks.length)} /> : null}
            />
          ) : null}
          <XStack gap={6} padding={8} flexWrap="wrap">
            <Press label="Add a track" look="raised" onPress={() => dispatch(openSheet({ kind: 'add-track' }))} />
            <Press label="Add a section" look="raised" onPress={() => dispatch(openSheet({ kind: 'add-section' }))} />
            <Press label="Order …" look="raised" onPress={() => dispatch(openSheet({ kind: 'order' }))} />
          </XStack>
          <SongHead page={page} layout={layout} rail={rail} />
        </div>
        {drag.shown ? <DragLabel drag={drag.shown} /> : null}
        {rectangle ? <div data-testid="rectangle" style={{ ...RECTANGLE, ...rectangle }} /> : null}
        <YStack position="absolute" left={0} right={0} bottom={0} zIndex="$3" pointerEvents="none">
          <OthersHere />
          <LoopPass />
          <YStack pointerEvents="auto">
            <SongSilence document={document} />
            <Notice />
            <NewerBar />
            <KeepingBar />
          </YStack>
        </YStack>
      </div>
    </>
  );
}

/** Times round the loop. */
function LoopPass() {
  const { sound } = useEffects();
  const [pass, setPass] = useState<number | null>(null);
  useWhilePlaying(() => sound.songPass(), setPass);
  return <Pass pass={pass} />;
}

function SongDock({ onPlay, isColumn }: { readonly onPlay: () => void; readonly isColumn: boolean }) {
  const dispatch = useAppDispatch();
  const isLooping = useAppSelector((state) => state.song.document?.song.loop?.on ?? false);
  return (
    <DockFrame isColumn={isColumn}>
      <PlayPress onPlay={onPlay} />
      <Press
        label="Loop"
        icon={Loop}
        iconOnly={isColumn}
        look={isLooping ? 'on' : 'raised'}
        pressed={isLooping}
        onPress={() => dispatch(toggleLoop())}
      />
      <Press label="Levels" tight={isColumn} look="raised" onPress={() => dispatch(openSheet({ kind: 'levels' }))} />
      <UndoButtons />
    </DockFrame>
  );
}
