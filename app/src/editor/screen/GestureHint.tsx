import { XStack } from '@tamagui/stacks';
import { Words } from '../../controls/words';

/** Above the grid during a drag: what it would do, and where to let go to leave all as it was. */
export function GestureHint({
  words,
  isOverCancel,
  isLow = false,
}: {
  readonly words: string | null;
  /** Null where nothing is dragged, only a key or button held: there is nowhere to let go. */
  readonly isOverCancel: boolean | null;
  /** At the foot of the grid: the hand is where it would stand else. */
  readonly isLow?: boolean;
}) {
  if (words === null) return null;
  return (
    <XStack
      position="absolute"
      {...(isLow ? { bottom: 4 } : { top: 4 })}
      left={4}
      right={4}
      zIndex="$3"
      gap={6}
      pointerEvents="none"
      alignItems="center"
    >
      <XStack backgroundColor="$ink" borderRadius="$2" paddingHorizontal={10} minHeight="$touch" alignItems="center" flexShrink={1}>
        <Words strong colour="paper" oneLine data-testid="gesture-words">
          {words}
        </Words>
      </XStack>
      <XStack flexGrow={1} />
      {isOverCancel === null ? null : <CancelTarget isOver={isOverCancel} />}
    </XStack>
  );
}

/** Where to let go of what is dragged to leave all as it was. */
export function CancelTarget({ isOver }: { readonly isOver: boolean }) {
  return (
    <XStack
      data-drop-to-cancel=""
      minHeight="$touch"
      paddingHorizontal={10}
      alignItems="center"
      borderRadius="$2"
      borderWidth={2}
      borderStyle="dashed"
      borderColor="$act"
      backgroundColor={isOver ? '$act' : '$card'}
    >
      <Words small colour={isOver ? 'onAct' : 'ink'}>
        Drop here to cancel
      </Words>
    </XStack>
  );
}
