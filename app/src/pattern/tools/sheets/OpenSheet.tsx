import type { OpenPart } from '../../../session/selectors';
import type { Sheet } from '../../../session/session';
import { OpenSongSheet } from '../../../song/sheets/OpenSongSheet';
import { DrawingSheet } from './DrawingSheet';
import { GridSheet } from './GridSheet';
import { KeySheet } from './KeySheet';
import { LanesSheet } from './LanesSheet';
import { LengthSheet } from './LengthSheet';
import { NudgeSheet } from './NudgeSheet';
import { RowSheet } from './RowSheet';
import { ToolsSheet } from './ToolsSheet';

const SHEETS = {
  row: RowSheet,
  key: KeySheet,
  nudge: NudgeSheet,
  length: LengthSheet,
  drawing: DrawingSheet,
  lanes: LanesSheet,
  tools: ToolsSheet,
} as const;

type PatternSheet = keyof typeof SHEETS;

function isOfPattern(kind: Sheet['kind']): kind is PatternSheet {
  return Object.hasOwn(SHEETS, kind);
}

/** The sheet that is open: one about the pattern, or about the song. */
export function OpenSheet({ sheet, part, isPanel }: { readonly sheet: Sheet; readonly part: OpenPart; readonly isPanel: boolean }) {
  if (sheet.kind === 'grid') return <GridSheet part={part} of={sheet.of} isPanel={isPanel} />;
  if (!isOfPattern(sheet.kind)) return <OpenSongSheet sheet={sheet} isPanel={isPanel} />;
  const Shown = SHEETS[sheet.kind];
  return <Shown part={part} isPanel={isPanel} />;
}
