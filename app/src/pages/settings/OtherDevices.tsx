import type { ServerNews } from '@yibbo/core';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Title, Words } from '../../controls/words';
import { Part } from './Part';

interface OtherDevicesProps {
  readonly news: ServerNews;
  readonly onSendAway: (id: string) => void;
}

/** How other devices come in, and which have. */
export function OtherDevices({ news, onSendAway }: OtherDevicesProps) {
  const { addresses = [], devices = [], code, qr, isHere } = news;
  return (
    <Part title="Other devices">
      {addresses.length ? (
        <Words>
          On the same network, open {addresses.join(' or ')}.{isHere ? ' Each device is asked for this code once:' : ''}
        </Words>
      ) : (
        <Words>
          Yibbo answers this machine only. To use it from a phone on the same network, start it with HOST=0.0.0.0 npm start; other devices
          are then asked for a code.
        </Words>
      )}
      {code && addresses.length ? (
        <Title data-testid="code" style={{ fontFamily: 'inherit', fontSize: 28, lineHeight: '32px' }}>
          {code.slice(0, 4)} {code.slice(4)}
        </Title>
      ) : null}
      {qr && addresses.length ? (
        <img src={`data:image/svg+xml,${encodeURIComponent(qr)}`} alt="Address and code, to be scanned" width={180} height={180} />
      ) : null}
      {addresses.length ? (
        <Words small faded>
          The code keeps others on the network out. It does not keep them from listening in, for plain http is not encrypted.
        </Words>
      ) : null}
      {devices.map(({ id, name, seenAt, isThis }) => (
        <XStack key={id} alignItems="center" justifyContent="space-between" gap={8} role="group" aria-label={name}>
          <Words style={{ flexShrink: 1 }}>
            {name}
            {isThis ? ' (this one)' : ''} · last here {new Date(seenAt).toLocaleString()}
          </Words>
          <Press label="Send away" look="raised" onPress={() => onSendAway(id)} />
        </XStack>
      ))}
    </Part>
  );
}
