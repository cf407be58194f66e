import type { Sheet } from '../../session/session';
import { lazy, Suspense } from 'react';
import { AddTrackSheet } from './AddTrackSheet';
import { BackdropSheet } from './BackdropSheet';
import { LevelsSheet } from './LevelsSheet';
import { AddSectionSheet, SectionSheet } from './SectionSheet';
import { SongKeySheet } from './SongKeySheet';
import { SongSheet } from './SongSheet';
import { StretchSheet } from './StretchSheet';
import { ToTrackSheet } from './ToTrackSheet';
import { TrackSheet } from './TrackSheet';

/** These come when they are asked for, with what lists are dragged by, and what draws long ones. */
const OrderSheet = lazy(() => import('./OrderSheet'));
const HelpSheet = lazy(() => import('../../help/HelpSheet'));
const WavSheet = lazy(() => import('../../transfer/WavSheet'));
const SoundSheet = lazy(() => import('../../sounds/SoundSheet'));
const HistorySheet = lazy(() => import('../../history/HistorySheet'));

/** The sheets about the song and its tracks, on the song page and beside a pattern; null for those that are about a pattern. */
export function OpenSongSheet({ sheet, isPanel }: { readonly sheet: Sheet; readonly isPanel: boolean }) {
  switch (sheet.kind) {
    case 'song':
      return <SongSheet isPanel={isPanel} />;
    case 'add-track':
      return <AddTrackSheet isPanel={isPanel} />;
    case 'levels':
      return <LevelsSheet isPanel={isPanel} />;
    case 'track':
      return <TrackSheet trackId={sheet.trackId} isPanel={isPanel} />;
    case 'sound':
      return (
        <Suspense fallback={null}>
          <SoundSheet trackId={sheet.trackId} isPanel={isPanel} />
        </Suspense>
      );
    case 'section':
      return <SectionSheet of={sheet.of} isPanel={isPanel} />;
    case 'stretch':
      return <StretchSheet bars={sheet.bars} isPanel={isPanel} />;
    case 'key':
      return <SongKeySheet isPanel={isPanel} />;
    case 'wav':
      return (
        <Suspense fallback={null}>
          <WavSheet isPanel={isPanel} />
        </Suspense>
      );
    case 'order':
      return (
        <Suspense fallback={null}>
          <OrderSheet isPanel={isPanel} />
        </Suspense>
      );
    case 'history':
      return (
        <Suspense fallback={null}>
          <HistorySheet isPanel={isPanel} />
        </Suspense>
      );
    case 'help':
      return (
        <Suspense fallback={null}>
          <HelpSheet isPanel={isPanel} />
        </Suspense>
      );
    case 'backdrop':
      return <BackdropSheet isPanel={isPanel} />;
    case 'to-track':
      return <ToTrackSheet placementId={sheet.placementId} isPanel={isPanel} />;
    case 'add-section':
      return <AddSectionSheet isPanel={isPanel} />;
    default:
      return null;
  }
}
