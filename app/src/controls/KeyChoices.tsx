import { isOwnScale, ownScale, printed, SCALES, stepsOfScale, tonicOf, type KeyChoice } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Choices } from './Choices';
import { Press } from './Press';
import { Words } from './words';

const OWN = 'own';
const SCALE_OPTIONS = [
  ...Object.entries(SCALES).map(([value, name]) => ({ value, name: name as string })),
  { value: OWN, name: 'your own' },
];

/** A tonic and a scale to choose; the tonics are spelled as the scale would have them. */
export function KeyChoices({ chosen, onChange }: { readonly chosen: KeyChoice | null; readonly onChange: (key: KeyChoice) => void }) {
  const scale = chosen?.scale ?? 'major';
  const isOwn = isOwnScale(scale);
  const tonics = Array.from({ length: 12 }, (_, pitchClass) => tonicOf(pitchClass, scale));
  const tonic = chosen?.tonic ?? 'C';
  return (
    <>
      <Choices
        title="Tonic"
        hasLetters
        options={tonics.map((each) => ({ value: each, name: printed(each) }))}
        value={chosen?.tonic ?? null}
        onChange={(to) => onChange({ tonic: to, scale })}
      />
      <Choices
        title="Scale"
        hasLetters
        options={SCALE_OPTIONS}
        value={isOwn ? OWN : (chosen?.scale ?? null)}
        // One's own begins as the scale that holds, to be changed.
        onChange={(to) => onChange({ tonic, scale: to === OWN ? ownScale(stepsOfScale(scale) ?? []) : to })}
      />
      {isOwn ? <OwnScale scale={scale} onChange={(to) => onChange({ tonic, scale: to })} /> : null}
    </>
  );
}

/** The steps of an octave above the tonic, each in the scale or not; the tonic always is. */
function OwnScale({ scale, onChange }: { readonly scale: string; readonly onChange: (scale: string) => void }) {
  const steps = stepsOfScale(scale) ?? [];
  return (
    <XStack gap={4} flexWrap="wrap" alignItems="center" role="group" aria-label="Semitones above the tonic that are in the scale">
      <Words small faded>
        Semitones up
      </Words>
      {Array.from({ length: 11 }, (_, index) => index + 1).map((step) => {
        const isIn = steps.includes(step);
        return (
          <Press
            key={step}
            label={`${step} in the scale`}
            shown={String(step)}
            look={isIn ? 'on' : 'raised'}
            pressed={isIn}
            onPress={() => onChange(ownScale(isIn ? steps.filter((each) => each !== step) : [...steps, step]))}
          />
        );
      })}
    </XStack>
  );
}
