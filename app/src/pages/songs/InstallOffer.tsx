import { XStack } from '@tamagui/stacks';
import { Panel } from '../../controls/Panel';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { useAppStanding, useEffects } from '../../state/effects';

/** Offers to install the app where the browser allows it: once; afterwards Settings has it. */
export function InstallOffer() {
  const { installed } = useEffects();
  const { canInstall } = useAppStanding();
  if (!canInstall || !installed.mayOffer) return null;
  return (
    <Panel label="Install Yibbo">
      <Words style={{ textAlign: 'left' }}>
        Yibbo can stand among your apps and start without a network. Settings has this later, too.
      </Words>
      <XStack gap={8}>
        <Press grow look="raised" label="Not now" onPress={() => installed.offered()} />
        <Press grow look="strong" label="Install" onPress={() => void installed.install()} />
      </XStack>
    </Panel>
  );
}
