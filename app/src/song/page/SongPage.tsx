import type { Document, Id, Placement } from '@yibbo/core';
import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import Loop from 'lucide-react/dist/esm/icons/repeat.mjs';
import { useEffect, useLayoutEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { DockFrame, PlayPress, UndoButtons } from '../../pattern/screen/Dock';
import { Notice } from '../../pattern/screen/Notice';
import { SongDots, SongName, WideSongButtons } from '../../pattern/screen/TopRow';
import { useScreenShape } from '../../pattern/screen/useScreenShape';
import { placementsSelected, ruleSet, sheetSet } from '../../session/session';
import { settleTrial } from '../../session/trial-ends';
import { useAppDispatch, useAppSelector } from '../../store';
import { openSheet } from '../../sheets/open-sheet';
import { selectedPlacements } from '../acts/placements';
import { toggleLoop } from '../acts/sections';
import { KeepingBar } from '../KeepingBar';
import { OpenSongSheet } from '../sheets/OpenSongSheet';
import { pageLayout, type PageLayout } from './layout';
import { PlacementsStrip } from './PlacementsStrip';
import { SongHead } from './SongHead';
import { SongLineHead, TrackRail } from './SongLineHead';
import { SongRow } from './SongRow';
import { SongSilence } from './SongSilence';
import { SongRuler } from './SongRuler';
import { usePlacementHand } from './usePlacementHand';
import { useSongKeys } from './useSongKeys';
import { useSongPlayback } from './useSongPlayback';

/** Width of the names beside the lanes, in pixels: a symbol on a phone, the name where there is room. */
const RAIL = 44;
const WIDE_RAIL = 168;

/** The song's home: it reads like a page, section by section, all tracks together. */
export function SongPage({ document }: { readonly document: Document }) {
  const { toggle } = useSongPlayback();
  useSongKeys(toggle);
  useArrival();
  const isWide = useScreenShape() === 'wide';
  return (
    <YStack height="100dvh" backgroundColor="$paper" overflow="hidden">
      <Header isWide={isWide} />
      <XStack render="main" flex={1} minHeight={0}>
        <YStack flex={1} minWidth={0}>
          <Page document={document} rail={isWide ? WIDE_RAIL : RAIL} />
          {isWide ? null : <SetUp isPanel={false} />}
          <SongDock onPlay={toggle} />
        </YStack>
        {isWide ? (
          <ScrollView width={320} flexGrow={0} borderLeftWidth={1} borderColor="$line" backgroundColor="$card">
            <SetUp isPanel />
          </ScrollView>
        ) : null}
      </XStack>
    </YStack>
  );
}

/** What was being set up beside a pattern ends with it: a sheet closes, a trial is kept and that is said. */
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
  if (sheet) return <OpenSongSheet sheet={sheet} isPanel={isPanel} />;
  if (hasSelection) return <PlacementsStrip isPanel={isPanel} />;
  if (!isPanel) return null;
  return (
    <Words small faded padding={12}>
      Press a placement to open its pattern, a free bar for a new one. Held, or with the other button, it is selected.
    </Words>
  );
}

/** How wide an element is, in pixels; 0 until it is known. */
function useWidth(ref: RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return undefined;
    const measure = () => setWidth(element.clientWidth);
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [ref]);
  return width;
}

const NO_GHOSTS: readonly Placement[] = [];

function Page({ document, rail }: { readonly document: Document; readonly rail: number }) {
  const dispatch = useAppDispatch();
  const page = useRef<HTMLDivElement>(null);
  const width = useWidth(page);
  const layout = useMemo(() => pageLayout(document, Math.max(1, width - rail - 8)), [document, width, rail]);
  const { drag, handlers } = usePlacementHand({ page, layout, document });
  return (
    <div style={{ position: 'relative', flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column' }}>
      <div
        ref={page}
        {...handlers}
        data-testid="song-page"
        style={{ position: 'relative', flex: 1, minHeight: 0, overflowY: 'auto', overflowX: 'hidden' }}
      >
        {width > 0 ? <Rows page={page} layout={layout} document={document} rail={rail} ghosts={drag?.ghosts ?? NO_GHOSTS} /> : null}
        <XStack gap={6} padding={8} flexWrap="wrap">
          <Press label="Add a track" look="raised" onPress={() => dispatch(openSheet({ kind: 'add-track' }))} />
          <Press label="Add a section" look="raised" onPress={() => dispatch(openSheet({ kind: 'add-section' }))} />
        </XStack>
        <SongHead page={page} layout={layout} rail={rail} />
      </div>
      <YStack position="absolute" left={0} right={0} bottom={0} zIndex="$3" pointerEvents="none">
        {drag ? (
          <XStack alignSelf="center" backgroundColor="$ink" borderRadius="$2" paddingHorizontal={10} minHeight="$touch" alignItems="center">
            <Words strong color="$paper" data-testid="drag-words">
              {drag.words}
            </Words>
          </XStack>
        ) : null}
        <YStack pointerEvents="auto">
          <SongSilence document={document} />
          <Notice />
          <KeepingBar />
        </YStack>
      </YStack>
    </div>
  );
}

interface RowsProps {
  readonly page: RefObject<HTMLElement | null>;
  readonly layout: PageLayout;
  readonly document: Document;
  readonly rail: number;
  readonly ghosts: readonly Placement[];
}

function Rows({ page, layout, document, rail, ghosts }: RowsProps) {
  const chosen = useAppSelector((state) => state.session.placementIds);
  const selected = useMemo(() => new Set(chosen), [chosen]);
  const counts = useMemo(() => countsOf(document.placements), [document.placements]);
  return layout.rows.map((row, index) => (
    <section key={row.start} aria-label={`Bars ${row.bars[0]!.number} to ${row.bars.at(-1)!.number}`}>
      {row.isFirst ? (
        <SongLineHead
          line={row.line}
          bars={layout.rows.filter(({ line }) => line === row.line).reduce((sum, { bars }) => sum + bars.length, 0)}
        />
      ) : null}
      <div style={{ display: 'flex', contentVisibility: 'auto', containIntrinsicHeight: `auto ${44 * (document.tracks.length + 1)}px` }}>
        <TrackRail tracks={document.tracks} width={rail} />
        <div data-page-row={index} style={{ position: 'relative', width: (row.end - row.start) * layout.pixelsPerTick, flexShrink: 0 }}>
          <SongRuler page={page} layout={layout} row={row} document={document} />
          <SongRow document={document} row={row} pixelsPerTick={layout.pixelsPerTick} selected={selected} counts={counts} ghosts={ghosts} />
        </div>
      </div>
    </section>
  ));
}

function countsOf(placements: readonly Placement[]): ReadonlyMap<Id, number> {
  const counts = new Map<Id, number>();
  for (const { patternId } of placements) counts.set(patternId, (counts.get(patternId) ?? 0) + 1);
  return counts;
}

function SongDock({ onPlay }: { readonly onPlay: () => void }) {
  const dispatch = useAppDispatch();
  const isLooping = useAppSelector((state) => state.song.document?.song.loop?.on ?? false);
  return (
    <DockFrame>
      <PlayPress onPlay={onPlay} />
      <Press label="Loop" icon={Loop} look={isLooping ? 'on' : 'raised'} pressed={isLooping} onPress={() => dispatch(toggleLoop())} />
      <Press label="Levels" look="raised" onPress={() => dispatch(openSheet({ kind: 'levels' }))} />
      <UndoButtons />
    </DockFrame>
  );
}
