import type { ReactNode } from 'react';
import { later } from '../../../controls/later';
import type { Sheet, SheetOfKind, SongSheet } from '../../../state/session/session';
import { SheetWhenLoaded } from '../SheetFrame';
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
const OrderSheet = later(() => import('./OrderSheet').then((part) => part.default));
const HelpSheet = later(() => import('../../help/HelpSheet').then((part) => part.default));
const WavSheet = later(() => import('../../wav/WavSheet').then((part) => part.default));
const SoundSheet = later(() => import('../../sounds/SoundSheet').then((part) => part.default));
const TreatmentsSheet = later(() => import('./TreatmentsSheet').then((part) => part.default));
const RecipesSheet = later(() => import('./RecipesSheet').then((part) => part.default));
const RecordingsSheet = later(() => import('../../recordings/RecordingsSheet').then((part) => part.default));
const ShelfSheet = later(() => import('../../shelf/ShelfSheet').then((part) => part.default));
const HistorySheet = later(() => import('../../history/HistorySheet').then((part) => part.default));

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
    <SheetWhenLoaded key={sheet.kind} isPanel={isPanel}>
      <Shown sheet={sheet} isPanel={isPanel} />
    </SheetWhenLoaded>
  );
}
