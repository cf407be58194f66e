import { useEffect, useRef } from 'react';
import { useMedia } from '@tamagui/core';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack } from '@tamagui/stacks';
import { Press } from './Press';

interface ChoicesProps<T extends string | number> {
  readonly title: string;
  readonly options: readonly { readonly value: T; readonly name: string; readonly label?: string }[];
  /** The one that holds; null where none does. */
  readonly value: T | null;
  readonly onChange: (value: T) => void;
}

/** Choices side by side: scrolled on a phone, to where the one that holds is seen, in several lines where there is room. */
export function Choices<T extends string | number>({ title, options, value, onChange }: ChoicesProps<T>) {
  const isWide = Boolean(useMedia().wide);
  const group = useRef<HTMLElement | null>(null);
  useEffect(() => {
    const chosen = group.current?.querySelector<HTMLElement>('[aria-pressed=true]');
    const strip = group.current?.closest<HTMLElement>('[data-choices]');
    // Only this strip scrolls, not one that it may stand in.
    if (chosen && strip) strip.scrollLeft = chosen.offsetLeft - (strip.clientWidth - chosen.offsetWidth) / 2;
  }, []);
  const choices = (
    <XStack ref={group as never} role="group" aria-label={title} gap={4} flexWrap={isWide ? 'wrap' : 'nowrap'} flexShrink={isWide ? 1 : 0}>
      {options.map((option) => (
        <Press
          key={option.value}
          label={option.label ?? option.name}
          shown={option.name}
          look={option.value === value ? 'on' : 'raised'}
          pressed={option.value === value}
          onPress={() => onChange(option.value)}
        />
      ))}
    </XStack>
  );
  if (isWide) return choices;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} maxWidth="100%" flexGrow={0} data-choices="">
      {choices}
    </ScrollView>
  );
}
