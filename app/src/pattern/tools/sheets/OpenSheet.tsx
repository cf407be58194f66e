import type { OpenPart } from '../../../session/selectors';
import type { Sheet } from '../../../session/session';
import { DrawingSheet } from './DrawingSheet';
import { GridSheet } from './GridSheet';
import { AddTrackSheet } from './AddTrackSheet';
import { KeySheet } from './KeySheet';
import { LengthSheet } from './LengthSheet';
import { NudgeSheet } from './NudgeSheet';
import { RowSheet } from './RowSheet';
import { SongSheet } from './SongSheet';
import { ToolsSheet } from './ToolsSheet';

const SHEETS = {
  row: RowSheet,
  key: KeySheet,
  nudge: NudgeSheet,
  length: LengthSheet,
  drawing: DrawingSheet,
  song: SongSheet,
  'add-track': AddTrackSheet,
  tools: ToolsSheet,
} as const;

/** The sheet that is open. */
export function OpenSheet({ sheet, part, isPanel }: { readonly sheet: Sheet; readonly part: OpenPart; readonly isPanel: boolean }) {
  if (sheet.kind === 'grid') return <GridSheet part={part} of={sheet.of} isPanel={isPanel} />;
  const Shown = SHEETS[sheet.kind];
  return <Shown part={part} isPanel={isPanel} />;
}
