import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import type { Songs } from './useSongs';

const KEPT_DAYS = 30;
const DAY_MS = 24 * 3600 * 1000;

/** Songs that were deleted and can still be brought back. */
export function DeletedSongs({ songs: { deleted, bringBack, listed } }: { readonly songs: Songs }) {
  const [isOpen, setOpen] = useState(false);
  if (deleted.length === 0) return null;
  return (
    <YStack gap={8}>
      <Press
        label={`${deleted.length} deleted ${deleted.length === 1 ? 'song' : 'songs'}`}
        look={isOpen ? 'raised' : 'quiet'}
        pressed={isOpen}
        start
        onPress={() => setOpen(!isOpen)}
      />
      {isOpen
        ? deleted.map((song) => (
            <XStack key={song.id} alignItems="center" justifyContent="space-between" gap={8} role="group" aria-label={song.name}>
              <Words style={{ flexShrink: 1 }}>
                {song.name} · {daysLeft(song.deletedAt ?? 0, listed?.at ?? 0)}
              </Words>
              <Press label="Bring back" look="raised" onPress={() => bringBack(song)} />
            </XStack>
          ))
        : null}
    </YStack>
  );
}

function daysLeft(deletedAt: number, now: number): string {
  const days = Math.max(0, Math.ceil(KEPT_DAYS - (now - deletedAt) / DAY_MS));
  return days > 0 ? `kept for ${days} more ${days === 1 ? 'day' : 'days'}` : 'kept for the time being';
}
