import { counted } from '@yibbo/core';
import { useEffect, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { NameField } from '../../controls/NameField';
import { Words } from '../../controls/words';
import type { AppStanding } from '../../browser/installed-app';
import { useAppStanding, useEffects } from '../../state/effects';
import { preferencesSet } from '../../state/preferences/preferences';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { Part } from './Part';

const OFFLINE: Readonly<Record<AppStanding['offline'], string>> = {
  ready: 'Yibbo starts here without a network.',
  notYet: 'Yibbo is being kept on this device; in a moment it starts without a network, too.',
  noRoom:
    'This browser had no room to keep Yibbo, so it does not start without a network. Make room on this device, then load the page again. While a page is open, it goes on without the server all the same.',
  plainHttp:
    'At this address Yibbo cannot start without a network, nor be installed: browsers allow that only over https, or at localhost on the machine itself. While a page is open, it goes on without the server all the same.',
  unsupported: 'This browser cannot start Yibbo without a network. While a page is open, it goes on without the server all the same.',
};

/** The app on this device: what is kept here, and how it is installed. */
export function ThisDevice() {
  const { installed, keptSongs } = useEffects();
  const { offline, canInstall, isInstalled } = useAppStanding();
  const dispatch = useAppDispatch();
  const ownName = useAppSelector(({ preferences }) => preferences.ownName);
  const [songs, setSongs] = useState<number | null>(null);
  const [bytes, setBytes] = useState<number | null>(null);
  useEffect(() => {
    keptSongs.ids().then(
      (ids) => setSongs(ids.length),
      () => setSongs(null),
    );
    // Left out where the browser does not say, as over plain http.
    void navigator.storage?.estimate?.().then(({ usage }) => setBytes(usage ?? null));
  }, [keptSongs]);
  const room = bytes === null ? '' : ` All that Yibbo keeps here takes ${Math.max(1, Math.round(bytes / 1e6))} MB.`;
  return (
    <Part title="This device">
      <Words>{OFFLINE[offline]}</Words>
      <Words>
        {songs === null
          ? 'This browser keeps no songs: they open only while the server is there.'
          : `${songs === 0 ? 'No song is' : `${counted(songs, 'song')}, the last opened, ${songs === 1 ? 'is' : 'are'}`} kept here for when the server is away.${room}`}
      </Words>
      <Words>Your name, for others who have the same song open. It can stay empty.</Words>
      <XStack gap={8} flexWrap="wrap">
        <NameField of="yourself" name={ownName} canBeEmpty onKeep={(name) => dispatch(preferencesSet({ ownName: name.slice(0, 40) }))} />
      </XStack>
      {isInstalled ? <Words>It is installed.</Words> : null}
      {canInstall ? <Press look="strong" label="Install Yibbo" onPress={() => void installed.install()} /> : null}
      {!isInstalled && !canInstall && offline !== 'plainHttp' ? (
        <Words faded>To install it, use your browser’s menu: Add to Home Screen, or Install.</Words>
      ) : null}
    </Part>
  );
}
