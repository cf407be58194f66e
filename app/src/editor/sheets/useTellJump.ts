import { useAppDispatch } from '../../state/store';
import { noticeSet } from '../../state/session/session';

/** Says what a press beside a slider's knob has set, with the way back: it may have been meant to scroll. */
export function useTellJump(): (said: string) => void {
  const dispatch = useAppDispatch();
  return (words) => void dispatch(noticeSet({ words, remedy: { kind: 'undo' } }));
}
