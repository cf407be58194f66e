import { useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from './Press';
import { Stepper } from './Stepper';
import { TextField } from './TextField';

interface NumberStepperProps {
  readonly title: string;
  readonly value: number;
  /** Follows the number: "steps". */
  readonly unit: string;
  readonly least: number;
  readonly most: number;
  readonly onStep: (direction: -1 | 1) => void;
  readonly onTyped: (value: number) => void;
}

/** A number to step, or to type after a press on it. What is no number within the bounds is not taken, and the field says what is. */
export function NumberStepper({ title, value, unit, least, most, onStep, onTyped }: NumberStepperProps) {
  const [typed, setTyped] = useState<string | null>(null);
  if (typed === null)
    return (
      <Stepper
        title={title}
        shown={`${value} ${unit}`}
        width={84}
        canLower={value > least}
        canRaise={value < most}
        onStep={onStep}
        onShown={{ label: `${title}, ${value} ${unit}: type it`, press: () => setTyped(String(value)) }}
      />
    );
  const number = Number(typed.trim().replace(',', '.'));
  const isFitting = typed.trim() !== '' && number >= least && number <= most;
  const keep = () => {
    if (!isFitting) return;
    onTyped(number);
    setTyped(null);
  };
  return (
    <XStack gap={4} alignItems="center">
      <TextField
        label={`${title} in ${unit}, ${least} to ${most}`}
        value={typed}
        width={84}
        isFocused
        onChange={setTyped}
        onEnter={keep}
        onEscape={() => setTyped(null)}
      />
      <Press
        label={`Set the ${title.toLowerCase()}`}
        shown={isFitting ? 'Set' : `${least} to ${most}`}
        look="raised"
        disabled={!isFitting}
        onPress={keep}
      />
    </XStack>
  );
}
