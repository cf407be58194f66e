import type { ReactNode } from 'react';
import { YStack } from '@tamagui/stacks';
import { Title } from '../../controls/words';

/** A part of the settings, under a heading of its own. */
export function Part({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <YStack gap={8} padding={14} borderWidth={1} borderColor="$line" borderRadius="$3" backgroundColor="$card" render="section">
      <Title as="h2" style={{ fontSize: 18 }}>
        {title}
      </Title>
      {children}
    </YStack>
  );
}
