import type { ReactNode } from 'react';
import { YStack } from '@tamagui/stacks';

/** A bordered part of the page with a name: it opens in the flow and covers nothing. */
export function Panel({ label, children }: { readonly label: string; readonly children: ReactNode }) {
  return (
    <YStack
      gap={8}
      padding={12}
      backgroundColor="$card"
      borderWidth={1}
      borderColor="$lineStrong"
      borderRadius="$3"
      role="region"
      aria-label={label}
    >
      {children}
    </YStack>
  );
}
