import { useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { report } from '../../acts/report';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** Makes a report to send to whoever looks after Yibbo. The song is in it only if that is ticked. */
export function ReportFault() {
  const dispatch = useAppDispatch();
  const hasSong = useAppSelector(({ song }) => song.document !== null);
  const [withSong, setWithSong] = useState(false);
  return (
    <YStack gap={8} role="group" aria-label="Report">
      <Words small faded style={{ textAlign: 'left' }}>
        A report is a file with versions, counts, what went wrong and the kinds of the last acts. No music or names are in it unless you add
        the song. It goes nowhere by itself.
      </Words>
      <XStack gap={8} flexWrap="wrap">
        {hasSong ? (
          <Press label="With the song" look={withSong ? 'on' : 'raised'} pressed={withSong} onPress={() => setWithSong(!withSong)} />
        ) : null}
        <Press grow label="Save the report" look="raised" onPress={() => dispatch(report(withSong))} />
      </XStack>
    </YStack>
  );
}
