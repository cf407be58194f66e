import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import ArrowRight from 'lucide-react/dist/esm/icons/arrow-right.mjs';
import Back from 'lucide-react/dist/esm/icons/undo-dot.mjs';
import { Press } from '../../../controls/Press';
import { RepeatPress } from '../../../controls/RepeatPress';
import type { OpenPart } from '../../../state/session/selectors';
import { CELL } from './ToolCell';
import { useNudge } from './useNudge';

/** How many cells of the line a nudge takes: earlier, how far, later, put back. */
export const NUDGE_CELLS = 4;

interface NudgeCellsProps {
  readonly part: OpenPart;
  /** Whether there is room for the cell that puts back; else that is on the sheet of how far. */
  readonly hasWayBack: boolean;
}

/** A nudge in the line of tools: earlier, how far one goes and how far it has come in all, later, and back. */
export function NudgeCells({ part, hasWayBack }: NudgeCellsProps) {
  const { amount, total, hold, change, putBack } = useNudge(part);
  return (
    <>
      <RepeatPress label="Earlier" icon={ArrowLeft} iconOnly under="Earlier" width={CELL} grow {...hold(-1)} />
      <Press
        label={`One nudge is ${amount}: change`}
        shown={amount}
        under={!hasWayBack && total ? total : 'a nudge'}
        width={CELL}
        grow
        onPress={change}
      />
      <RepeatPress label="Later" icon={ArrowRight} iconOnly under="Later" width={CELL} grow {...hold(1)} />
      {hasWayBack ? (
        <Press
          label={total ? `Nudged ${total}: put back` : 'Nothing is nudged'}
          icon={Back}
          iconOnly
          under={total ?? 'Back'}
          width={CELL}
          grow
          look={total ? 'on' : 'quiet'}
          disabled={!total}
          onPress={putBack}
        />
      ) : null}
    </>
  );
}
