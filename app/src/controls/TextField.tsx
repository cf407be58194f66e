import { Input } from '@tamagui/input';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly placeholder?: string;
  readonly width?: number | '100%';
  /** The most characters it takes. */
  readonly most?: number;
  readonly isFocused?: boolean;
  readonly onChange: (value: string) => void;
  /** Enter was pressed. */
  readonly onEnter?: () => void;
  /** Takes Escape, which goes no further then; where absent it closes what the field is in. */
  readonly onEscape?: () => void;
  /** The field has lost the focus. */
  readonly onLeave?: () => void;
}

/** The element being pressed, while it is. */
let pressed: EventTarget | null = null;
if (typeof document !== 'undefined') {
  document.addEventListener('pointerdown', ({ target }) => (pressed = target), true);
  document.addEventListener('keydown', () => (pressed = null), true);
}

/** Typing replaces the text of a field just focused; a second press puts the cursor in it. A first press puts it there too, and
 *  what it puts is only known once it is over. */
function selectAll({ target }: { readonly target: unknown }): void {
  const field = target as HTMLInputElement;
  if (pressed === field) field.addEventListener('click', () => field.select(), { once: true });
  else field.select();
}

/** A line to type in, a thumb high. */
export function TextField({
  label,
  value,
  placeholder,
  width,
  most = 2000,
  isFocused,
  onChange,
  onEnter,
  onEscape,
  onLeave,
}: TextFieldProps) {
  return (
    <Input
      aria-label={label}
      value={value}
      placeholder={placeholder}
      autoFocus={isFocused}
      autoComplete="off"
      autoCorrect="off"
      autoCapitalize="none"
      spellCheck={false}
      maxLength={most}
      onChangeText={onChange}
      onSubmitEditing={onEnter}
      onFocus={selectAll}
      onBlur={onLeave}
      onKeyDown={(event: { readonly key: string; stopPropagation(): void }) => {
        if (event.key !== 'Escape' || !onEscape) return;
        event.stopPropagation();
        onEscape();
      }}
      minHeight="$touch"
      width={width}
      paddingHorizontal={10}
      fontFamily="$body"
      fontSize="$3"
      color="$ink"
      backgroundColor="$paper"
      borderWidth={1}
      borderColor="$lineStrong"
      borderRadius="$2"
    />
  );
}
