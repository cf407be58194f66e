import type { ReactNode } from 'react';
import { later } from '../../../controls/later';
import type { OpenPart } from '../../../state/session/selectors';
import type { PatternSheet, Sheet, SheetOfKind } from '../../../state/session/session';
import { isSongSheet, OpenSongSheet } from '../song/OpenSongSheet';
import { SheetWhenLoaded } from '../SheetFrame';
import { ChordsSheet } from './ChordsSheet';
import { DrawingSheet } from './DrawingSheet';
import { GridSheet } from './GridSheet';
import { KeySheet } from './KeySheet';
import { LanesSheet } from './LanesSheet';
import { LengthSheet } from './LengthSheet';
import { NudgeSheet } from './NudgeSheet';
import { RowSheet } from './RowSheet';
import { ToolboxSheet } from './ToolboxSheet';

const PlayInSheet = later(() => import('../../playing-in').then((part) => part.PlayInSheet));
const RecordingSheet = later(() => import('../../playing-in').then((part) => part.RecordingSheet));
const TakesSheet = later(() => import('../../playing-in').then((part) => part.TakesSheet));

interface OnPattern<K> {
  readonly sheet: SheetOfKind<PatternSheet, K>;
  readonly part: OpenPart;
  readonly isPanel: boolean;
}

const SHEETS: { readonly [K in PatternSheet['kind']]: (props: OnPattern<K>) => ReactNode } = {
  grid: ({ sheet, part, isPanel }) => <GridSheet part={part} of={sheet.of} isPanel={isPanel} />,
  row: RowSheet,
  nudge: NudgeSheet,
  length: LengthSheet,
  drawing: DrawingSheet,
  lanes: LanesSheet,
  chords: ChordsSheet,
  tools: ToolboxSheet,
  'play-in': ({ sheet: _sheet, ...props }) => <PlayInSheet {...props} />,
  recording: ({ sheet: _sheet, ...props }) => <RecordingSheet {...props} />,
  takes: ({ sheet: _sheet, ...props }) => <TakesSheet {...props} />,
};

/** The sheet that is open: one about the pattern, or about the song. */
export function OpenSheet({ sheet, part, isPanel }: { readonly sheet: Sheet; readonly part: OpenPart; readonly isPanel: boolean }) {
  if (sheet.kind === 'key') return <KeySheet part={part} isPanel={isPanel} />;
  if (isSongSheet(sheet)) return <OpenSongSheet sheet={sheet} isPanel={isPanel} />;
  const Shown = SHEETS[sheet.kind] as (props: OnPattern<PatternSheet['kind']>) => ReactNode;
  return (
    <SheetWhenLoaded key={sheet.kind} isPanel={isPanel}>
      <Shown sheet={sheet} part={part} isPanel={isPanel} />
    </SheetWhenLoaded>
  );
}
