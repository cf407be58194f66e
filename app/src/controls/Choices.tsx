import { useRef, useState, type KeyboardEvent } from 'react';
import { ScrollView } from '@tamagui/scroll-view';
import { XStack } from '@tamagui/stacks';
import { Press } from './Press';
import { TypeAhead } from './type-ahead';

interface ChoicesProps<T extends string | number> {
  readonly title: string;
  readonly options: readonly { readonly value: T; readonly name: string; readonly label?: string }[];
  /** The one that holds; null where none does. */
  readonly value: T | null;
  /** Whether a letter goes to the choice that begins with it, as in long lists. */
  readonly hasLetters?: boolean;
  /** Whether they stand in one line that scrolls sideways, where there is little room. */
  readonly scrolls?: boolean;
  readonly onChange: (value: T) => void;
}

/** Choices side by side, in several lines where they need them. For keys they are one stop: arrows go from one to the next. */
export function Choices<T extends string | number>({
  title,
  options,
  value,
  hasLetters = false,
  scrolls = false,
  onChange,
}: ChoicesProps<T>) {
  const group = useRef<HTMLElement | null>(null);
  const onKeyDown = useChoiceKeys(group, hasLetters);
  const stop = Math.max(
    0,
    options.findIndex((option) => option.value === value),
  );
  const choices = (
    <XStack
      ref={group as never}
      role="group"
      aria-label={title}
      gap={4}
      flexWrap={scrolls ? 'nowrap' : 'wrap'}
      flexShrink={1}
      onKeyDown={onKeyDown as never}
    >
      {options.map((option, index) => (
        <Press
          key={option.value}
          label={option.label ?? option.name}
          shown={option.name}
          look={option.value === value ? 'on' : 'raised'}
          pressed={option.value === value}
          isStop={index === stop}
          onPress={() => onChange(option.value)}
        />
      ))}
    </XStack>
  );
  if (!scrolls) return choices;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} flexGrow={0} flexShrink={1}>
      {choices}
    </ScrollView>
  );
}

/** Arrows, Home and End go from choice to choice, and letters to the one that begins with them. */
function useChoiceKeys(group: React.RefObject<HTMLElement | null>, hasLetters: boolean): (event: KeyboardEvent<HTMLElement>) => void {
  const [typed] = useState(() => new TypeAhead());
  return (event) => {
    const items = [...(group.current?.querySelectorAll<HTMLElement>('button') ?? [])];
    const at = items.indexOf(document.activeElement as HTMLElement);
    if (at < 0 || event.ctrlKey || event.metaKey || event.altKey) return;
    const to = { ArrowRight: at + 1, ArrowDown: at + 1, ArrowLeft: at - 1, ArrowUp: at - 1, Home: 0, End: items.length - 1 }[event.key];
    const isLetter = hasLetters && event.key.length === 1 && event.key !== ' ';
    const found = isLetter
      ? typed.find(
          event.key,
          items.map((item) => item.textContent ?? ''),
          at,
          event.timeStamp,
        )
      : null;
    if (to === undefined && found === null) return;
    items[found ?? (to! + items.length) % items.length]?.focus();
    event.preventDefault();
    event.stopPropagation();
  };
}
