import type { LucideIcon } from 'lucide-react';
import type { TrayTab } from '../../../state/session/session';
import FamilyView from 'lucide-react/dist/esm/icons/eye.mjs';
import FamilyMake from 'lucide-react/dist/esm/icons/hammer.mjs';
import FamilyTime from 'lucide-react/dist/esm/icons/hourglass.mjs';
import FamilyLength from 'lucide-react/dist/esm/icons/move-horizontal.mjs';
import FamilyPitch from 'lucide-react/dist/esm/icons/music-2.mjs';
import FamilySelect from 'lucide-react/dist/esm/icons/square-dashed.mjs';
import FamilyFeel from 'lucide-react/dist/esm/icons/waves.mjs';
import ToolChords from 'lucide-react/dist/esm/icons/layout-grid.mjs';
import ToolParts from 'lucide-react/dist/esm/icons/network.mjs';
import ToolLane from 'lucide-react/dist/esm/icons/chart-no-axes-column.mjs';
import ToolCopy from 'lucide-react/dist/esm/icons/copy.mjs';
import ToolHits from 'lucide-react/dist/esm/icons/diamond.mjs';
import ToolDots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import ToolFiles from 'lucide-react/dist/esm/icons/files.mjs';
import ToolGrid from 'lucide-react/dist/esm/icons/grid-3x3.mjs';
import ToolBackdrop from 'lucide-react/dist/esm/icons/layers.mjs';
import ToolKey from 'lucide-react/dist/esm/icons/music.mjs';
import ToolDrawing from 'lucide-react/dist/esm/icons/pencil-ruler.mjs';
import ToolRows from 'lucide-react/dist/esm/icons/rows-3.mjs';
import ToolFit from 'lucide-react/dist/esm/icons/scan.mjs';
import ToolScissors from 'lucide-react/dist/esm/icons/scissors-line-dashed.mjs';
import AlignStart from 'lucide-react/dist/esm/icons/align-start-vertical.mjs';
import ArrowDown from 'lucide-react/dist/esm/icons/arrow-down.mjs';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import Reverse from 'lucide-react/dist/esm/icons/arrow-left-right.mjs';
import ArrowRight from 'lucide-react/dist/esm/icons/arrow-right.mjs';
import ArrowUp from 'lucide-react/dist/esm/icons/arrow-up.mjs';
import SplitLines from 'lucide-react/dist/esm/icons/between-vertical-end.mjs';
import SplitAt from 'lucide-react/dist/esm/icons/square-split-horizontal.mjs';
import ChevronsDown from 'lucide-react/dist/esm/icons/chevrons-down.mjs';
import ChevronsUp from 'lucide-react/dist/esm/icons/chevrons-up.mjs';
import CopyPlus from 'lucide-react/dist/esm/icons/copy-plus.mjs';
import Join from 'lucide-react/dist/esm/icons/fold-horizontal.mjs';
import Repeat from 'lucide-react/dist/esm/icons/repeat.mjs';
import RotateBack from 'lucide-react/dist/esm/icons/rotate-ccw.mjs';
import RotateOn from 'lucide-react/dist/esm/icons/rotate-cw.mjs';
import Ruler from 'lucide-react/dist/esm/icons/ruler.mjs';
import Scissors from 'lucide-react/dist/esm/icons/scissors.mjs';
import Shorter from 'lucide-react/dist/esm/icons/chevrons-right-left.mjs';
import Longer from 'lucide-react/dist/esm/icons/chevrons-left-right.mjs';
import ToHits from 'lucide-react/dist/esm/icons/audio-waveform.mjs';
import Paste from 'lucide-react/dist/esm/icons/clipboard-paste.mjs';
import Dice from 'lucide-react/dist/esm/icons/dices.mjs';
import EndsAt from 'lucide-react/dist/esm/icons/align-end-vertical.mjs';
import Extend from 'lucide-react/dist/esm/icons/move-right.mjs';
import Trash from 'lucide-react/dist/esm/icons/trash.mjs';
import ScaleDown from 'lucide-react/dist/esm/icons/corner-right-down.mjs';
import ScaleUp from 'lucide-react/dist/esm/icons/corner-right-up.mjs';
import Invert from 'lucide-react/dist/esm/icons/arrow-up-down.mjs';
import FitScale from 'lucide-react/dist/esm/icons/list-filter.mjs';
import Softer from 'lucide-react/dist/esm/icons/trending-down.mjs';
import Mute from 'lucide-react/dist/esm/icons/volume-x.mjs';
import Unmute from 'lucide-react/dist/esm/icons/volume-2.mjs';
import Louder from 'lucide-react/dist/esm/icons/trending-up.mjs';

/** The icons that tools and one-touch forms of actions name. */
export const ICONS: Readonly<Record<string, LucideIcon>> = {
  chords: ToolChords,
  parts: ToolParts,
  earlier: ArrowLeft,
  later: ArrowRight,
  rotateBack: RotateBack,
  rotateOn: RotateOn,
  quantize: AlignStart,
  reverse: Reverse,
  shorter: Shorter,
  longer: Longer,
  splitLines: SplitLines,
  splitAt: SplitAt,
  firstCut: Scissors,
  setLength: Ruler,
  join: Join,
  extend: Extend,
  endsAt: EndsAt,
  vary: Dice,
  up: ArrowUp,
  down: ArrowDown,
  octaveUp: ChevronsUp,
  octaveDown: ChevronsDown,
  stepDown: ScaleDown,
  stepUp: ScaleUp,
  fitScale: FitScale,
  invert: Invert,
  softer: Softer,
  louder: Louder,
  duplicate: CopyPlus,
  repeat: Repeat,
  delete: Trash,
  paste: Paste,
  mute: Mute,
  unmute: Unmute,
  velocityLane: ToolLane,
  dragCopy: ToolCopy,
  marks: ToolHits,
  toHits: ToHits,
  settings: ToolDots,
  copy: ToolFiles,
  grid: ToolGrid,
  backdrop: ToolBackdrop,
  key: ToolKey,
  drawing: ToolDrawing,
  rows: ToolRows,
  length: Ruler,
  fit: ToolFit,
  cut: ToolScissors,
};

/** An icon for each tab. */
export const TAB_ICONS: Readonly<Record<TrayTab, LucideIcon>> = {
  time: FamilyTime,
  length: FamilyLength,
  pitch: FamilyPitch,
  feel: FamilyFeel,
  copy: ToolFiles,
  make: FamilyMake,
  select: FamilySelect,
  view: FamilyView,
};
