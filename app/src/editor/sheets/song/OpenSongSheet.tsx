import { lazy, Suspense, type ReactNode } from 'react';
import type { Sheet, SheetOfKind, SongSheet } from '../../../state/session/session';
import { AddTrackSheet } from './AddTrackSheet';
import { BackdropSheet } from './BackdropSheet';
import { LevelsSheet } from './LevelsSheet';
import { AddSectionSheet, SectionSheet } from './SectionSheet';
import { SongKeySheet } from './SongKeySheet';
import { SongSheet as AboutSong } from './SongSheet';
import { StretchSheet } from './StretchSheet';
import { ToTrackSheet } from './ToTrackSheet';
import { TrackSheet } from './TrackSheet';
import { TracksSheet } from './TracksSheet';

/** These come when they are asked for, with what lists are dragged by, and what draws long ones. */
const OrderSheet = lazy(() => import('./OrderSheet'));
const HelpSheet = lazy(() => import('../../help/HelpSheet'));
const WavSheet = lazy(() => import('../../wav/WavSheet'));
const SoundSheet = lazy(() => import('../../sounds/SoundSheet'));
const TreatmentsSheet = lazy(() => import('./TreatmentsSheet'));
const RecipesSheet = lazy(() => import('./RecipesSheet'));
const RecordingsSheet = lazy(() => import('../../recordings/RecordingsSheet'));
const ShelfSheet = lazy(() => import('../../shelf/ShelfSheet'));
const HistorySheet = lazy(() => import('../../history/HistorySheet'));

interface OnSong<K> {
  readonly sheet: SheetOfKind<SongSheet, K>;
  readonly isPanel: boolean;
}

const SHEETS: { readonly [K in SongSheet['kind']]: (props: OnSong<K>) => ReactNode } = {
  song: AboutSong,
  tracks: TracksSheet,
  'add-track': AddTrackSheet,
  levels: LevelsSheet,
  track: ({ sheet, isPanel }) => <TrackSheet trackId={sheet.trackId} isPanel={isPanel} />,
  sound: ({ sheet, isPanel }) => <SoundSheet trackId={sheet.trackId} isPanel={isPanel} />,
  section: ({ sheet, isPanel }) => <SectionSheet of={sheet.of} isPanel={isPanel} />,
  stretch: ({ sheet, isPanel }) => <StretchSheet bars={sheet.bars} isPanel={isPanel} />,
  key: SongKeySheet,
  wav: ({ isPanel }) => <WavSheet isPanel={isPanel} />,
  order: ({ isPanel }) => <OrderSheet isPanel={isPanel} />,
  history: ({ isPanel }) => <HistorySheet isPanel={isPanel} />,
  help: ({ isPanel }) => <HelpSheet isPanel={isPanel} />,
  backdrop: BackdropSheet,
  'to-track': ({ sheet, isPanel }) => <ToTrackSheet placementId={sheet.placementId} follows={sheet.follows ?? false} isPanel={isPanel} />,
  'add-section': AddSectionSheet,
  treatments: ({ sheet, isPanel }) => <TreatmentsSheet placementId={sheet.placementId} isPanel={isPanel} />,
  recordings: ({ sheet, isPanel }) => <RecordingsSheet recordingId={sheet.recordingId ?? null} isPanel={isPanel} />,
  shelf: ({ sheet, isPanel }) => <ShelfSheet saves={sheet.saves ?? null} isPanel={isPanel} />,
  recipes: ({ isPanel }) => <RecipesSheet isPanel={isPanel} />,
};

export function isSongSheet(sheet: Sheet): sheet is SongSheet {
  return Object.hasOwn(SHEETS, sheet.kind);
}

/** A sheet about the song and its tracks. */
export function OpenSongSheet({ sheet, isPanel }: { readonly sheet: SongSheet; readonly isPanel: boolean }) {
  const Shown = SHEETS[sheet.kind] as (props: OnSong<SongSheet['kind']>) => ReactNode;
  return (
    <Suspense fallback={null}>
      <Shown sheet={sheet} isPanel={isPanel} />
    </Suspense>
  );
}
