import type { LucideIcon } from 'lucide-react';
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
  const isStacked = under !== undefined;
  const classes = [
    `press press-${look}`,
    disabled && 'press-off',
    start && 'press-start',
    tight && 'press-tight',
    grow && 'press-grow',
    isStacked && 'press-stacked',
  ];
  return (
    <button
      type="button"
      className={classes.filter(Boolean).join(' ')}
      style={width === undefined ? undefined : { minWidth: width }}
      role={role}
      aria-label={label}
      aria-disabled={disabled || undefined}
      aria-pressed={role === 'tab' ? undefined : pressed}
      aria-expanded={expanded}
      aria-selected={role === 'tab' ? pressed : undefined}
      tabIndex={isStop ? 0 : -1}
      data-testid={testID}
      onClick={disabled ? undefined : onPress}
      onMouseDown={leaveFocus}
      {...(onHoldStart && !disabled ? holding(onHoldStart, onHoldEnd) : {})}
    >
      {Icon ? <Icon size={22} strokeWidth={2} aria-hidden /> : null}
      {iconOnly ? null : (
        <span className={`words ${isStacked && !large ? 'press-cell' : 'words-one-line'}${look === 'strong' ? ' words-strong' : ''}`}>
          {shown ?? label}
        </span>
      )}
      {/* The space parts it from what stands above for those who hear it. */}
      {under ? <span className="words words-one-line press-under">{` ${under}`}</span> : null}
    </button>
  );
}
