import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { useAppDispatch } from '../../state/store';
import { cancelWav } from '../../acts/wav';

/** How far a WAV file is, and the way to end it. */
export function WavProgress({ name, progress }: { readonly name: string; readonly progress: number }) {
  const dispatch = useAppDispatch();
  const percent = Math.round(100 * progress);
  return (
    <XStack alignItems="center" gap={8}>
      <YStack flexGrow={1} gap={4}>
        <Words small>
          {name}: {percent} %
        </Words>
        <div role="progressbar" aria-label={`Making ${name}`} aria-valuenow={percent} aria-valuemin={0} aria-valuemax={100} style={BAR}>
          <div style={{ height: '100%', width: `${percent}%`, background: 'var(--act)' }} />
        </div>
      </YStack>
      <Press label="Cancel" look="raised" onPress={() => dispatch(cancelWav())} />
    </XStack>
  );
}

const BAR = { height: 8, borderRadius: 4, overflow: 'hidden', background: 'var(--line)' } as const;
