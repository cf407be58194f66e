import type { ParamField } from '@yibbo/core';
import { ScrollView, useMedia, XStack, YStack } from 'tamagui';
import { Press } from './Press';
import { Stepper } from './Stepper';
import { Words } from './words';

export interface ParamControlProps {
  readonly field: ParamField;
  readonly value: string | number;
  readonly onChange: (value: string | number) => void;
}

/** The one control for each kind of param: a stepper, a slider or a row of choices. */
export function ParamControl({ field, value, onChange }: ParamControlProps) {
  return (
    <YStack gap={2} flexShrink={0}>
      <Words small faded>
        {field.title}
      </Words>
      {field.control === 'stepper' ? <StepperParam field={field} value={Number(value)} onChange={onChange} /> : null}
      {field.control === 'slider' ? <SliderParam field={field} value={Number(value)} onChange={onChange} /> : null}
      {field.control === 'choice' ? <ChoiceParam field={field} value={String(value)} onChange={onChange} /> : null}
    </YStack>
  );
}

type Kind<T> = { readonly field: ParamField; readonly value: T; readonly onChange: (value: T) => void };

function StepperParam({ field, value, onChange }: Kind<number>) {
  const shown = field.unit ? `${value} ${field.unit}` : String(value);
  return (
    <Stepper
      title={field.title}
      shown={shown}
      width={48}
      canLower={value > field.low}
      canRaise={value < field.high}
      onStep={(direction) => onChange(value + direction)}
    />
  );
}

/** The browser's own slider: it comes with touch, keys and names. */
function SliderParam({ field, value, onChange }: Kind<number>) {
  return (
    <XStack alignItems="center" gap={8} minHeight="$touch">
      <input
        type="range"
        aria-label={field.title}
        min={field.low}
        max={field.high}
        step={1}
        value={value}
        onChange={(event) => onChange(Number(event.target.value))}
        style={{ width: 160, height: 44, accentColor: 'var(--act)', touchAction: 'none' }}
      />
      <Words strong minWidth={56}>
        {value} {field.unit}
      </Words>
    </XStack>
  );
}

/** Choices side by side: scrolled on a phone, in several lines where there is room. */
function ChoiceParam({ field, value, onChange }: Kind<string>) {
  const isWide = Boolean(useMedia().wide);
  const choices = (
    <XStack role="group" aria-label={field.title} gap={4} flexWrap={isWide ? 'wrap' : 'nowrap'}>
      {field.options.map((option) => (
        <Press
          key={option.value}
          label={option.name}
          look={option.value === value ? 'on' : 'raised'}
          pressed={option.value === value}
          onPress={() => onChange(option.value)}
        />
      ))}
    </XStack>
  );
  if (isWide) return choices;
  return (
    <ScrollView horizontal showsHorizontalScrollIndicator={false} maxWidth="100%">
      {choices}
    </ScrollView>
  );
}
