import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';

interface TriedLineProps {
  /** The tried sound; null while the track's own is heard. */
  readonly name: string | null;
  readonly was: string;
  readonly onKeep: () => void;
  readonly onDrop: () => void;
}

/** Says what is tried, and ends it: kept or dropped. It has its place before anything is tried, so that nothing moves under the finger. */
export function TriedLine({ name, was, onKeep, onDrop }: TriedLineProps) {
  return (
    <XStack alignItems="center" gap={6} role="group" aria-label="The sound that is tried">
      <Words small faded={name === null} strong={name !== null} oneLine aria-live="polite" style={{ flexGrow: 1, flexShrink: 1 }}>
        {name === null ? `${was} is heard` : `${name}, tried`}
      </Words>
      <Press
        label={name === null ? 'Drop: nothing is tried' : `Drop ${name}`}
        shown="Drop"
        look="raised"
        disabled={name === null}
        onPress={onDrop}
      />
      <Press
        label={name === null ? 'Keep: nothing is tried' : `Keep ${name}`}
        shown="Keep"
        look="strong"
        disabled={name === null}
        onPress={onKeep}
      />
    </XStack>
  );
}
