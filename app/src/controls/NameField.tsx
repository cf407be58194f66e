import { useState } from 'react';
import { Press } from './Press';
import { TextField } from './TextField';

interface NameFieldProps {
  /** What is named: "the track". */
  readonly of: string;
  readonly name: string;
  readonly width?: number;
  /** Told of a name that is not empty and another than before. */
  readonly onKeep: (name: string) => void;
}

/** A name to change: kept by Enter or its button, left as it was by Escape. Give it a key where what is named changes. */
export function NameField({ of, name, width = 180, onKeep }: NameFieldProps) {
  const [typed, setTyped] = useState(name);
  const wanted = typed.trim();
  const isOther = wanted !== '' && wanted !== name;
  const keep = () => isOther && onKeep(wanted);
  return (
    <>
      <TextField
        label={`Name of ${of}`}
        value={typed}
        width={width}
        most={200}
        onChange={setTyped}
        onEnter={keep}
        onEscape={() => setTyped(name)}
      />
      <Press label="Keep the name" shown="Keep" look="raised" disabled={!isOther} onPress={keep} />
    </>
  );
}
