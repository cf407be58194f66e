import { useRef, type ReactNode } from 'react';
import { useKeyFocus } from '../../controls/useKeyFocus';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Words } from '../../controls/words';
import { PAGE_HEIGHT } from '../../theme/page';
import { SHEET_HEIGHT } from './SheetFrame';

/** The most height of a strip that stands under notes which are being changed: two or three settings, and less of a low window. */
const STRIP_HEIGHT = `min(203px, calc(${PAGE_HEIGHT} * 0.305))`;

interface StripFrameProps {
  readonly label: string;
  readonly title: string;
  /** Beside the title: its scope, or its result. */
  readonly note: ReactNode;
  readonly isPanel: boolean;
  readonly testID: string;
  /** Whether it may take as much room as a sheet. */
  readonly isTall?: boolean;
  /** The buttons that end it, always in view. */
  readonly ends: ReactNode;
  readonly children: ReactNode;
}

/** Something being set up while the notes show what comes of it: its settings, which scroll where they need more room, and its ends. */
export function StripFrame({ label, title, note, isPanel, testID, isTall = false, ends, children }: StripFrameProps) {
  const content = useRef<HTMLElement>(null);
  useKeyFocus(content);
  return (
    <YStack
      role="region"
      aria-label={label}
      backgroundColor="$card"
      borderTopWidth={3}
      borderColor="$act"
      padding={8}
      paddingTop={4}
      gap={4}
      maxHeight={isPanel ? undefined : isTall ? SHEET_HEIGHT : STRIP_HEIGHT}
      flexShrink={0}
      data-testid={testID}
    >
      <XStack gap={8} alignItems="baseline">
        <Words strong>{title}</Words>
        {note}
      </XStack>
      <ScrollView flexGrow={0} flexShrink={1}>
        <YStack ref={content as never} gap={4}>
          {children}
        </YStack>
      </ScrollView>
      <XStack gap={6} {...(isPanel ? ALWAYS_IN_VIEW : {})}>
        {ends}
      </XStack>
    </YStack>
  );
}

/** Beside the notes the panel scrolls as a whole: the ends stay at its foot. */
const ALWAYS_IN_VIEW = { backgroundColor: '$card', paddingVertical: 4, style: { position: 'sticky', bottom: 0 } } as never as object;
