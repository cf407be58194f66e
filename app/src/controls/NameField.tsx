import { Press } from './Press';
import { TextField } from './TextField';
import { useTypedName } from './useTypedName';

interface NameFieldProps {
  /** The named thing: "the track". */
  readonly of: string;
  readonly name: string;
  readonly width?: number;
  readonly isFocused?: boolean;
  /** Whether it may have no name at all. */
  readonly canBeEmpty?: boolean;
  /** Told of a name that is another than before. */
  readonly onKeep: (name: string) => void;
}

/** A name to change: kept by Enter, its button, or leaving it in any way; left as it was by Escape. Give it a key where what is named changes. */
export function NameField({ of, name, width = 180, isFocused = false, canBeEmpty = false, onKeep }: NameFieldProps) {
  const { typed, type, keep, isOther, leave } = useTypedName(name, onKeep, { canBeEmpty });
  return (
    <>
      <TextField
        label={`Name of ${of}`}
        value={typed}
        width={width}
        most={200}
        isFocused={isFocused}
        onChange={type}
        onEnter={keep}
        onLeave={keep}
        {...(isOther ? { onEscape: leave } : {})}
      />
      <Press label="Keep the name" shown="Keep" look="raised" disabled={!isOther} onPress={keep} />
    </>
  );
}
