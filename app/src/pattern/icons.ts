import type { LucideIcon } from 'lucide-react-native';
import AlignStart from 'lucide-react-native/icons/align-start-vertical';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import Reverse from 'lucide-react-native/icons/arrow-left-right';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import SplitLines from 'lucide-react-native/icons/between-vertical-end';
import SplitAt from 'lucide-react-native/icons/square-split-horizontal';
import ChevronsDown from 'lucide-react-native/icons/chevrons-down';
import ChevronsUp from 'lucide-react-native/icons/chevrons-up';
import CopyPlus from 'lucide-react-native/icons/copy-plus';
import Join from 'lucide-react-native/icons/fold-horizontal';
import Repeat from 'lucide-react-native/icons/repeat';
import RotateBack from 'lucide-react-native/icons/rotate-ccw';
import RotateOn from 'lucide-react-native/icons/rotate-cw';
import Ruler from 'lucide-react-native/icons/ruler';
import Scissors from 'lucide-react-native/icons/scissors';
import Shorter from 'lucide-react-native/icons/chevrons-right-left';
import Longer from 'lucide-react-native/icons/chevrons-left-right';
import Trash from 'lucide-react-native/icons/trash';
import ScaleDown from 'lucide-react-native/icons/corner-right-down';
import ScaleUp from 'lucide-react-native/icons/corner-right-up';
import Invert from 'lucide-react-native/icons/arrow-up-down';
import FitScale from 'lucide-react-native/icons/list-filter';
import Softer from 'lucide-react-native/icons/trending-down';
import Louder from 'lucide-react-native/icons/trending-up';

/** The icons that one-touch forms of actions name. */
export const ICONS: Readonly<Record<string, LucideIcon>> = {
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
};
