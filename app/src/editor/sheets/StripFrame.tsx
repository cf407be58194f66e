import type { ReactNode } from 'react';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack, YStack } from '@tamagui/stacks';
import { Words } from '../../controls/words';
import { PAGE_HEIGHT } from '../../theme/page';

/** The most height of a strip that stands under notes which are being changed, in pixels. */
const STRIP_HEIGHT = 200;

interface StripFrameProps {
  readonly label: string;
  readonly title: string;
  /** Beside the title: its scope, or its result. */
  readonly note: ReactNode;
  readonly isPanel: boolean;
  readonly testID: string;
  /** The most height it takes, in pixels, where that is not as usual. */
  readonly most?: number;
  /** The buttons that end it, always in view. */
  readonly ends: ReactNode;
  readonly children: ReactNode;
}

/** Something being set up while the notes show what comes of it: its settings, which scroll where they need more room, and its ends. */
export function StripFrame({ label, title, note, isPanel, testID, most = STRIP_HEIGHT, ends, children }: StripFrameProps) {
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
      maxHeight={isPanel ? undefined : `min(${most}px, calc(${PAGE_HEIGHT} * 0.5))`}
      flexShrink={0}
      data-testid={testID}
    >
      <XStack gap={8} alignItems="baseline">
        <Words strong>{title}</Words>
        {note}
      </XStack>
      <ScrollView flexGrow={0} flexShrink={1}>
        <YStack gap={4}>{children}</YStack>
      </ScrollView>
      <XStack gap={6}>{ends}</XStack>
    </YStack>
  );
}
