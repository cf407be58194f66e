import { useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from './Press';
import { Stepper } from './Stepper';
import { TextField } from './TextField';

interface NumberStepperProps {
  readonly title: string;
  readonly value: number;
  /** Follows the number: "steps"; may be empty. */
  readonly unit: string;
  /** How a value reads, where it is more than a number and its unit. */
  readonly words?: ((value: number) => string) | undefined;
  /** Room for the number and its unit, in pixels. */
  readonly width?: number;
  /** Whether only whole numbers are taken. */
  readonly isWhole?: boolean;
  readonly least: number;
  readonly most: number;
  readonly onStep: (direction: -1 | 1) => void;
  readonly onTyped: (value: number) => void;
}

/** A number to step, or to type after a press on it. What is no number within the bounds is not taken, and the field says what is. */
export function NumberStepper({
  title,
  value,
  unit,
  words,
  width = 84,
  isWhole = false,
  least,
  most,
  onStep,
  onTyped,
}: NumberStepperProps) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = words?.(value) ?? (unit ? `${value} ${unit}` : String(value));
  if (typed === null)
    return (
      <Stepper
        title={title}
        shown={shown}
        width={width}
        canLower={value > least}
        canRaise={value < most}
        onStep={onStep}
        onShown={{ label: `${title}, ${shown}: type it`, press: () => setTyped(String(value)) }}
      />
    );
  const number = Number(typed.trim().replace(',', '.'));
  const isFitting = typed.trim() !== '' && number >= least && number <= most && (!isWhole || Number.isInteger(number));
  const keep = () => {
    if (!isFitting) return;
    onTyped(number);
    setTyped(null);
  };
  return (
    <XStack gap={4} alignItems="center">
      <TextField
        label={`${title}${unit ? ` in ${unit}` : ''}, ${least} to ${most}`}
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
