import { TextField } from './TextField';

interface SearchFieldProps {
  readonly label: string;
  readonly value: string;
  readonly placeholder: string;
  readonly width?: number | '100%';
  readonly onChange: (value: string) => void;
  /** Enter was pressed. */
  readonly onEnter?: () => void;
}

/** A line for words that are looked for. Escape takes them away; a second one closes what the field is in. */
export function SearchField(props: SearchFieldProps) {
  const { value, onChange } = props;
  return <TextField {...props} {...(value ? { onEscape: () => onChange('') } : {})} />;
}
