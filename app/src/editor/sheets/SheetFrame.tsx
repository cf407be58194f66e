import { usePathname } from 'expo-router';
import { useRef, type ReactNode } from 'react';
import { useKeyFocus } from '../../controls/useKeyFocus';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { WhenLoaded } from '../../controls/later';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { useAppDispatch } from '../../state/store';
import { closeSheet } from '../../acts/open-sheet';
import { PAGE_HEIGHT } from '../../theme/page';

interface SheetFrameProps {
  readonly title: string;
  /** Its present value, beside the title. */
  readonly note?: string;
  readonly isPanel: boolean;
  /** Whether it may take more room, beside a page of which no row is being worked on. */
  readonly isTall?: boolean;
  /** Whether keys stay with the notes while it is open, as they do where it is played on. */
  readonly leavesKeys?: boolean;
  /** Presses beside the title, always in view. */
  readonly tools?: ReactNode;
  readonly children: ReactNode;
}

/** The most of the window's height that a sheet takes on a phone; beside a keyboard on the screen it leaves the notes a line. */
export const SHEET_HEIGHT = `min(40dvh, calc(${PAGE_HEIGHT} * 0.6))`;

/** The most that one takes on the song page where it has many lines. */
const TALL = `calc(${PAGE_HEIGHT} * 0.6)`;

/** Something to set up, in the tray's place; it scrolls where it would take too much room from the notes. */
export function SheetFrame({ title, note, isPanel, isTall = false, leavesKeys = false, tools, children }: SheetFrameProps) {
  const dispatch = useAppDispatch();
  const content = useRef<HTMLElement>(null);
  useKeyFocus(content, !leavesKeys);
  const isOverNotes = usePathname().includes('/pattern/');
  return (
    <YStack
      role="region"
      aria-label={title}
      data-testid="sheet"
      data-leaves-keys={leavesKeys || undefined}
      backgroundColor="$card"
      borderTopWidth={3}
      borderColor="$act"
      maxHeight={isPanel ? undefined : isTall && !isOverNotes ? TALL : SHEET_HEIGHT}
      flexShrink={0}
    >
      <XStack alignItems="center" gap={8} paddingLeft={10}>
        <Words strong oneLine>
          {title}
        </Words>
        {/* The note gives way before the title does. */}
        <Words small faded oneLine aria-live="polite" data-testid="sheet-note" style={{ flexGrow: 1, flexShrink: 1000 }}>
          {note ?? ''}
        </Words>
        {tools}
        <Press label={`Close: ${title}`} shown="Close" onPress={() => dispatch(closeSheet)} />
      </XStack>
      <ScrollView flexGrow={0} flexShrink={1}>
        <YStack ref={content as never} gap={6} paddingHorizontal={8} paddingBottom={8}>
          {children}
        </YStack>
      </ScrollView>
    </YStack>
  );
}

/** A sheet that may come in a script of its own. */
export function SheetWhenLoaded({ isPanel, children }: { readonly isPanel: boolean; readonly children: ReactNode }) {
  const frame = (words: ReactNode) => (
    <SheetFrame title="Not loaded" isPanel={isPanel}>
      {words}
    </SheetFrame>
  );
  return <WhenLoaded frame={frame}>{children}</WhenLoaded>;
}

/** Lines of a sheet that belong together, under a word of their own. */
export function SheetGroup({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <>
      <Words small strong as="h2" style={{ marginTop: 4 }}>
        {title}
      </Words>
      {children}
    </>
  );
}

/** A line of controls with a word before them. */
export function SheetLine({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <XStack alignItems="center" gap={6} flexWrap="wrap">
      <Words small faded style={{ minWidth: 56 }}>
        {title}
      </Words>
      {children}
    </XStack>
  );
}
