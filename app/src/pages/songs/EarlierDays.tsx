import { counted, type SongCard, type SongCopy } from '@yibbo/core';
import { useEffect, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { dayWords } from '../settings/days';
import { api } from '../../sync/api';

interface EarlierDaysProps {
  readonly song: SongCard;
  readonly onBring: (day: string) => void;
}

/** A song as it was on earlier days: each can be brought beside the one that is here. */
export function EarlierDays({ song, onBring }: EarlierDaysProps) {
  const [days, setDays] = useState<readonly SongCopy[] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    api.songDays(song.id).then(
      ({ copies }) => setDays(copies),
      (error: Error) => setProblem(error.message),
    );
  }, [song.id]);
  return (
    <YStack gap={6} role="group" aria-label={`${song.name} on earlier days`} width="100%">
      <Words small faded role={problem ? 'alert' : 'status'} style={{ textAlign: 'left' }}>
        {problem ??
          (days === null ? 'Looking …' : days.length ? 'It comes beside this one, as it was on:' : 'No copy of an earlier day has it.')}
      </Words>
      <XStack gap={6} flexWrap="wrap">
        {days?.map(({ day, revision }) => (
          <Press
            key={day}
            look="raised"
            label={`${song.name} as it was on ${dayWords(day)}`}
            shown={`${dayWords(day)} · ${counted(revision, 'step')}`}
            onPress={() => onBring(day)}
          />
        ))}
      </XStack>
    </YStack>
  );
}
