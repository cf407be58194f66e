import type { LucideIcon } from 'lucide-react';
import { styled, View } from '@tamagui/core';
import { Words } from './words';

const PressFrame = styled(View, {
  render: 'button',
  flexDirection: 'row',
  alignItems: 'center',
  justifyContent: 'center',
  flexShrink: 0,
  gap: 6,
  minWidth: '$touch',
  minHeight: '$touch',
  paddingHorizontal: 8,
  paddingVertical: 0,
  borderWidth: 1,
  borderStyle: 'solid',
  borderColor: 'transparent',
  borderRadius: '$2',
  backgroundColor: 'transparent',
  cursor: 'pointer',
  variants: {
    look: {
      quiet: { hoverStyle: { backgroundColor: '$wash' } },
      raised: { backgroundColor: '$card', borderColor: '$lineStrong', hoverStyle: { backgroundColor: '$wash' } },
      strong: { backgroundColor: '$act', borderColor: '$act' },
      /** Pressed in: a switch that is on, the choice that holds. */
      on: { backgroundColor: '$ink', borderColor: '$ink' },
    },
    off: { true: { opacity: 0.4, cursor: 'default' } },
    /** Its content stands above a short name. */
    stacked: { true: { flexDirection: 'column', gap: 0, paddingHorizontal: 1, flexShrink: 1, overflow: 'hidden' } },
  } as const,
});

export type PressLook = 'quiet' | 'raised' | 'strong' | 'on';

export interface PressProps {
  /** Its action: always its accessible name; shown too unless `iconOnly`. */
  readonly label: string;
  readonly icon?: LucideIcon;
  readonly iconOnly?: boolean;
  /** Shorter words to show in place of the label. */
  readonly shown?: string | undefined;
  readonly look?: PressLook;
  readonly disabled?: boolean;
  /** For switches: whether it is on. */
  readonly pressed?: boolean;
  /** For what unfolds: whether it has. */
  readonly expanded?: boolean;
  readonly grow?: boolean;
  /** A short name under the icon or words, in small letters. */
  readonly under?: string;
  /** Whether what stands over the short name is as large as elsewhere. */
  readonly large?: boolean;
  /** At least so wide, in pixels. */
  readonly width?: number;
  /** Little room at its sides, where many stand in a row. */
  readonly tight?: boolean;
  /** Words at the left rather than in the middle, as in a list. */
  readonly start?: boolean;
  readonly role?: 'menuitem' | 'tab';
  /** Of several that keys take for one: whether Tab comes to it. */
  readonly isStop?: boolean;
  readonly testID?: string;
  readonly onPress?: () => void;
  readonly onHoldStart?: () => void;
  readonly onHoldEnd?: () => void;
}

const TEXT_COLOURS = { quiet: '$ink', raised: '$ink', strong: '$onAct', on: '$paper' } as const;

/** A button that acts while it is held, by finger, mouse or key. */
function holding(onStart: () => void, onEnd: () => void = () => undefined) {
  return {
    onPointerDown: onStart,
    onPointerUp: onEnd,
    onPointerCancel: onEnd,
    onPointerLeave: onEnd,
    onBlur: onEnd,
    onKeyDown: (event: { key: string }) => event.key === 'Enter' && onStart(),
    onKeyUp: (event: { key: string }) => event.key === 'Enter' && onEnd(),
    onContextMenu: (event: { preventDefault: () => void }) => event.preventDefault(),
  };
}

/** Words beside or in place of an icon, and those over a short name, which take two lines where they must. */
const ONE_LINE = { oneLine: true } as const;
/** A name of nine letters fits a thumb in this size only, in pixels. */
const SMALLEST = 11;
const CELL_WORDS = { fontSize: '$1', lineHeight: 12, textAlign: 'center', maxWidth: '100%' } as const;

/** A click leaves the focus where work goes on: Space then still plays, and does not press the button once more. A touch gives no focus, and cannot
 *  be prevented. */
function leaveFocus(event: { readonly type: string; preventDefault: () => void }): void {
  if (!event.type.startsWith('touch')) event.preventDefault();
}

/** Every button in Yibbo: at least a thumb wide and high, named, with an icon, words or both. */
export function Press({
  label,
  icon: Icon,
  iconOnly,
  shown,
  look = 'quiet',
  disabled = false,
  pressed,
  expanded,
  grow,
  under,
  large = false,
  width,
  start,
  tight,
  role,
  isStop = true,
  testID,
  onPress,
  onHoldStart,
  onHoldEnd,
}: PressProps) {
  const colour = TEXT_COLOURS[look];
  return (
    <PressFrame
      look={look}
      off={disabled}
      aria-disabled={disabled || undefined}
      aria-label={label}
      role={role}
      aria-pressed={role === 'tab' ? undefined : pressed}
      aria-expanded={expanded}
      aria-selected={role === 'tab' ? pressed : undefined}
      justifyContent={start ? 'flex-start' : 'center'}
      stacked={under !== undefined}
      paddingHorizontal={tight || under !== undefined ? 2 : 8}
      minWidth={width ?? '$touch'}
      tabIndex={isStop ? 0 : -1}
      data-testid={testID}
      flexGrow={grow ? 1 : 0}
      onPress={disabled ? undefined : onPress}
      onMouseDown={leaveFocus}
      {...(onHoldStart && !disabled ? holding(onHoldStart, onHoldEnd) : {})}
    >
      {Icon ? <Icon size={22} color={`var(--${colour.slice(1)})`} strokeWidth={2} aria-hidden /> : null}
      {iconOnly ? null : (
        <Words color={colour} strong={look === 'strong'} {...(under === undefined || large ? ONE_LINE : CELL_WORDS)}>
          {shown ?? label}
        </Words>
      )}
      {!under ? null : (
        <Words color={colour} fontSize={SMALLEST} lineHeight={13} oneLine maxWidth="100%">
          {/* The space parts it from what stands above for those who hear it. */}
          {` ${under}`}
        </Words>
      )}
    </PressFrame>
  );
}
