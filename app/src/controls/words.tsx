import type { HTMLAttributes } from 'react';
import type { Palette } from '../theme/palette';

export interface WordsProps extends Omit<HTMLAttributes<HTMLElement>, 'className'> {
  readonly as?: 'span' | 'h1' | 'h2';
  /** Of the second rank. */
  readonly faded?: boolean | undefined;
  readonly small?: boolean | undefined;
  /** Smaller than small, for what stands beside something else. */
  readonly tiny?: boolean | undefined;
  readonly strong?: boolean | undefined;
  /** Cut short where it does not fit. */
  readonly oneLine?: boolean | undefined;
  /** One of the theme's colours; else ink, or faded. */
  readonly colour?: Exclude<keyof Palette, 'tracks'>;
}

/** Running text. Numbers keep their columns: the page sets tabular figures. */
export function Words({ as: Element = 'span', faded, small, tiny, strong, oneLine, colour, style, ...attributes }: WordsProps) {
  const classes = ['words', small && 'words-small', tiny && 'words-tiny', faded && 'words-faded', strong && 'words-strong'];
  return (
    <Element
      className={[...classes, oneLine && 'words-one-line'].filter(Boolean).join(' ')}
      style={colour ? { color: `var(--${colour})`, ...style } : style}
      {...attributes}
    />
  );
}

/** A heading, or the name of one of many. */
export function Title({
  as: Element = 'span',
  oneLine,
  colour,
  style,
  ...attributes
}: Omit<WordsProps, 'faded' | 'small' | 'tiny' | 'strong'>) {
  return (
    <Element
      className={oneLine ? 'words words-title words-one-line' : 'words words-title'}
      style={colour ? { color: `var(--${colour})`, ...style } : style}
      {...attributes}
    />
  );
}
