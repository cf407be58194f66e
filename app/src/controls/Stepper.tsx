import Minus from 'lucide-react/dist/esm/icons/minus.mjs';
import Plus from 'lucide-react/dist/esm/icons/plus.mjs';
import { XStack } from '@tamagui/stacks';
import { Press } from './Press';
import { Words } from './words';

export interface StepperProps {
  /** The setting's name; names both buttons. */
  readonly title: string;
  readonly shown: string;
  readonly canLower?: boolean;
  readonly canRaise?: boolean;
  readonly lowerLabel?: string;
  readonly raiseLabel?: string;
  readonly width?: number;
  /** More above, less below. */
  readonly isColumn?: boolean;
  readonly onStep: (direction: -1 | 1) => void;
  /** Makes the value itself a button, and says what that does. */
  readonly onShown?: { readonly label: string; readonly press: () => void };
}

/** A value between a minus and a plus. */
export function Stepper({
  title,
  shown,
  canLower = true,
  canRaise = true,
  lowerLabel,
  raiseLabel,
  width = 72,
  isColumn,
  onStep,
  onShown,
}: StepperProps) {
  return (
    <XStack
      role="group"
      aria-label={title}
      alignItems="center"
      flexDirection={isColumn ? 'column-reverse' : 'row'}
      alignSelf="flex-start"
      backgroundColor="$card"
      borderWidth={1}
      borderColor="$lineStrong"
      borderRadius="$2"
    >
      <Press label={lowerLabel ?? `${title}: less`} icon={Minus} iconOnly disabled={!canLower} onPress={() => onStep(-1)} />
      {onShown ? (
        <Press tight label={onShown.label} shown={shown} width={width} onPress={onShown.press} />
      ) : (
        <Words strong aria-live="polite" style={{ textAlign: 'center', minWidth: width }}>
          {shown}
        </Words>
      )}
      <Press label={raiseLabel ?? `${title}: more`} icon={Plus} iconOnly disabled={!canRaise} onPress={() => onStep(1)} />
    </XStack>
  );
}
