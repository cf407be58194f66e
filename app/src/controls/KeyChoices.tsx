import { printed, SCALES, tonicOf, type KeyChoice } from '@yibbo/core';
import { Choices } from './Choices';

const SCALE_OPTIONS = Object.entries(SCALES).map(([value, name]) => ({ value, name }));

/** A tonic and a scale to choose; the tonics are spelled as the scale would have them. */
export function KeyChoices({ chosen, onChange }: { readonly chosen: KeyChoice | null; readonly onChange: (key: KeyChoice) => void }) {
  const scale = chosen?.scale ?? 'major';
  const tonics = Array.from({ length: 12 }, (_, pitchClass) => tonicOf(pitchClass, scale));
  return (
    <>
      <Choices
        title="Tonic"
        hasLetters
        options={tonics.map((tonic) => ({ value: tonic, name: printed(tonic) }))}
        value={chosen?.tonic ?? null}
        onChange={(tonic) => onChange({ tonic, scale })}
      />
      <Choices
        title="Scale"
        hasLetters
        options={SCALE_OPTIONS}
        value={chosen?.scale ?? null}
        onChange={(to) => onChange({ tonic: chosen?.tonic ?? 'C', scale: to })}
      />
    </>
  );
}
