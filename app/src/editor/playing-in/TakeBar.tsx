import { takesOf } from '@yibbo/core/recording';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Stepper } from '../../controls/Stepper';
import { openSheet } from '../../acts/open-sheet';
import { playVersion, recordAgain } from '../../acts/playing-in/takes';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** After a recording: its takes, one heard after the other while the loop plays, once more, and all that can be done with them. */
export function TakeBar({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const hasRecorded = useAppSelector((state) => state.playingIn.taken !== null);
  const takes = document ? takesOf(document, part.pattern.id) : [];
  if (takes.length === 0) return null;
  const at = takes.findIndex(({ id }) => id === part.pattern.id);
  const show = (direction: -1 | 1) => dispatch(playVersion(takes[(Math.max(at, 0) + direction + takes.length) % takes.length]!.id));
  return (
    <XStack gap={4} alignItems="center" role="group" aria-label="Takes">
      <Stepper
        title="Take"
        shown={at < 0 ? `${takes.length === 1 ? '1 take' : `${takes.length} takes`}` : `take ${at + 1} of ${takes.length}`}
        width={104}
        lowerLabel="Take before"
        raiseLabel="Next take"
        canLower={takes.length > 1 || at < 0}
        canRaise={takes.length > 1 || at < 0}
        onStep={show}
      />
      {hasRecorded ? <Press label="Again" look="raised" onPress={() => dispatch(recordAgain())} /> : null}
      <Press label="Takes …" look="raised" onPress={() => dispatch(openSheet({ kind: 'takes' }))} />
    </XStack>
  );
}
