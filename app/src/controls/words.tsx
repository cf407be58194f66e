import { styled, Text } from '@tamagui/core';

/** For what people name: cut short where it does not fit, instead of pushing what stands beside it away. */
const ONE_LINE = { true: { whiteSpace: 'nowrap', overflow: 'hidden', textOverflow: 'ellipsis', flexShrink: 1, minWidth: 0 } } as const;

/** Running text. Numbers keep their columns: the page sets tabular figures. */
export const Words = styled(Text, {
  fontFamily: '$body',
  fontSize: '$3',
  lineHeight: '$3',
  color: '$ink',
  variants: {
    faded: { true: { color: '$faded' } },
    small: { true: { fontSize: '$2', lineHeight: '$2' } },
    strong: { true: { fontWeight: '600' } },
    oneLine: ONE_LINE,
  } as const,
});

export const Title = styled(Text, {
  fontFamily: '$heading',
  fontWeight: '600',
  fontSize: '$5',
  lineHeight: '$5',
  color: '$ink',
  variants: { oneLine: ONE_LINE } as const,
});
