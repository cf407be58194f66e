import { useState, type ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { ScrollView } from '@tamagui/scroll-view';
import { YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Title, Words } from '../../controls/words';
import { ReportFault } from '../../editor/help/ReportFault';
import { useEffects } from '../../state/effects';
import { useAppSelector } from '../../state/store';
import { PAGE_HEIGHT } from '../../theme/page';

/** Shows the error screen where `children` cannot be drawn; what stands around them goes on. */
export function Unbroken({ children }: { readonly children: ReactNode }) {
  const { faults } = useEffects();
  return (
    <ErrorBoundary FallbackComponent={ErrorScreen} onError={(error) => faults.note('drawing', error)}>
      {children}
    </ErrorBoundary>
  );
}

/** In place of a screen that could not be drawn: the song is kept, and can be opened again or sent out. */
function ErrorScreen() {
  const document = useAppSelector(({ song }) => song.document);
  const { outbox } = useEffects();
  const [said, setSaid] = useState('');
  const send = () =>
    void import('../../browser/send-midi')
      .then(({ downloadMidi }) => setSaid((document && downloadMidi(document, 'written')) ?? ''))
      .catch(() => setSaid('The song could not be written as MIDI. A report with the song has all of it.'));
  return (
    <ScrollView height={PAGE_HEIGHT} backgroundColor="$paper">
      <YStack width="100%" maxWidth={480} alignSelf="center" padding={24} gap={12} render="main">
        <Title as="h1">Something broke</Title>
        <Words role="alert" style={{ textAlign: 'left' }}>
          Yibbo could not draw this screen. That is a fault of ours, not of your song:{' '}
          {outbox().hasAll ? 'all you did is kept.' : 'what you did last is not kept yet, so send the song out first.'}
        </Words>
        <Press label="Open again" look="strong" onPress={() => location.reload()} />
        {document ? <Press label="Send the song out" look="raised" onPress={send} /> : null}
        <Press label="Back to the songs" look="raised" onPress={() => location.assign('/')} />
        {said ? <Words role="status">{said}</Words> : null}
        <ReportFault />
      </YStack>
    </ScrollView>
  );
}
