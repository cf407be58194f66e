import { XStack } from '@tamagui/stacks';
import { Words } from '../../controls/words';
import { CancelTarget } from '../../editor/screen/GestureHint';
import type { ShownDrag } from './usePageDrag';

/** How far above the finger its words stand, in pixels, and how near to the window's upper edge they may. */
const ABOVE = 76;
const TOP = 60;
/** How wide they may be, and how far from the window's sides they stay. */
const WIDTH = 300;
const EDGE = 8;

/** While something is dragged over the page: what letting go does, above the finger, and where to let go to leave all as it was. */
export function DragLabel({ drag }: { readonly drag: ShownDrag }) {
  return (
    <>
      <XStack
        position="fixed"
        zIndex="$3"
        pointerEvents="none"
        top={Math.max(TOP, drag.y - ABOVE)}
        left={Math.max(EDGE, Math.min(window.innerWidth - WIDTH - EDGE, drag.x - WIDTH / 2))}
        width={WIDTH}
        justifyContent="center"
      >
        <XStack backgroundColor="$ink" borderRadius="$2" paddingHorizontal={10} paddingVertical={4} maxWidth={WIDTH}>
          <Words strong colour="paper" data-testid="drag-words" style={{ textAlign: 'center' }}>
            {drag.words}
          </Words>
        </XStack>
      </XStack>
      <XStack position="absolute" zIndex="$3" right={8} {...(drag.isHigh ? { bottom: 8 } : { top: 8 })} pointerEvents="none">
        <CancelTarget isOver={drag.isOverCancel} />
      </XStack>
    </>
  );
}
