import { Input } from '@tamagui/input';

interface TextFieldProps {
  readonly label: string;
  readonly value: string;
  readonly placeholder?: string;
  readonly width?: number;
  /** The most characters it takes. */
  readonly most?: number;
  readonly isFocused?: boolean;
  readonly onChange: (value: string) => void;
  /** Enter was pressed. */
  readonly onEnter?: () => void;
  /** Escape was pressed. */
  readonly onEscape?: () => void;
  /** The field has lost the focus. */
  readonly onLeave?: () => void;
}

/** What stands in a field that is pressed is replaced by what is typed; a second press puts the cursor in it. The press itself puts one first. */
function selectAll({ target }: { readonly target: unknown }): void {
  setTimeout(() => (target as HTMLInputElement).select(), 0);
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
      onKeyDown={({ key }: { readonly key: string }) => {
        if (key === 'Escape') onEscape?.();
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
