import { XStack } from '@tamagui/stacks';
import { Choices } from '../../../controls/Choices';
import { Words } from '../../../controls/words';

interface TakenFromProps {
  readonly options: readonly { readonly value: string; readonly name: string }[];
  readonly value: string | null;
  readonly onChange: (value: string) => void;
}

/** Names the part of the song that a value was taken from. */
export function TakenFrom({ options, value, onChange }: TakenFromProps) {
  return (
    <XStack gap={6} alignItems="center" flexWrap="wrap">
      <Words small faded>
        Taken from
      </Words>
      <Choices title="Taken from" options={options} value={value} onChange={onChange} />
    </XStack>
  );
}
