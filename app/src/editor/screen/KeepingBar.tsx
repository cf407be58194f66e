import { useRouter } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { missingWords } from '../../state/document/missing-words';
import { bringBackOpen, leaveOut, rejoin, takeAsWhole } from '../../acts/document/rejoin';
import { useAppStanding, useEffects } from '../../state/effects';
import { useAppDispatch, useAppSelector } from '../../state/store';

/** Where keeping the song needs a decision: what has happened, and what can be done. It stays until that is done. */
export function KeepingBar() {
  const dispatch = useAppDispatch();
  const { keeping } = useEffects();
  const goOn = () => keeping.current?.goOn();
  const link = useAppSelector((state) => state.song.link);
  const first = useAppSelector((state) => state.song.unsent[0]);
  const missing = useAppSelector((state) => state.song.missing);
  switch (link) {
    case 'parted':
      return (
        <Bar words="The server has an older state of this song than this window, as when an older copy is put back. Which version should be kept?">
          <Press label="This window's" look="strong" onPress={() => void dispatch(rejoin('mine'))} />
          <Press label="The server's" look="raised" onPress={() => void dispatch(rejoin('theirs'))} />
        </Bar>
      );
    case 'refused':
      return first ? (
        <Bar words={`The server rejected this change: ${first.label}. It is kept in this browser.`}>
          <Press label="Try again" look="raised" onPress={goOn} />
          <Press label="Leave it out" look="raised" onPress={() => void dispatch(leaveOut(first.id))} />
        </Bar>
      ) : null;
    case 'stalled':
      return (
        <Bar words="The server answers but cannot save. What you do is kept in this browser, and sent as soon as it can.">
          <Press label="Try again" look="raised" onPress={goOn} />
        </Bar>
      );
    case 'deleted':
      return (
        <Bar words="This song was deleted in another window. What you do here is not saved until it is brought back.">
          <Press label="Bring it back" look="strong" onPress={() => void dispatch(bringBackOpen())} />
        </Bar>
      );
    default:
      return missing === null ? null : <MissingBar missing={missing} />;
  }
}

function MissingBar({ missing }: { readonly missing: number }) {
  const dispatch = useAppDispatch();
  const router = useRouter();
  return (
    <Bar words={`${missingWords(missing)} Copies of earlier days are on the Songs screen, under the dots of this song.`}>
      <Press label="To the Songs screen" look="strong" onPress={() => router.navigate('/')} />
      <Press label="Take it as it is" look="raised" onPress={() => void dispatch(takeAsWhole())} />
    </Bar>
  );
}

/** A newer Yibbo is there. It is offered and never forced: what is unsent is kept, and work can go on with this one. */
export function NewerBar() {
  const { installed } = useEffects();
  const { hasNewer, wasRenewed } = useAppStanding();
  const [isLater, setLater] = useState(false);
  if (isLater || !(hasNewer || wasRenewed)) return null;
  return (
    <Bar words={wasRenewed ? RENEWED : NEWER}>
      <Press label="Change over" look="strong" onPress={() => installed.changeOver()} />
      <Press label="Later" look="raised" onPress={() => setLater(true)} />
    </Bar>
  );
}

const NEWER = 'A newer Yibbo is ready. Changing over loads this page again; nothing you did is lost.';
const RENEWED = 'Another window has changed over to a newer Yibbo. This one goes on as it is until you change over, too.';

function Bar({ words, children }: { readonly words: string; readonly children: ReactNode }) {
  return (
    <XStack
      role="alert"
      alignItems="center"
      flexWrap="wrap"
      gap={8}
      padding={8}
      backgroundColor="$card"
      borderBottomWidth={2}
      borderColor="$act"
    >
      <Words small style={{ width: '100%' }}>
        {words}
      </Words>
      {children}
    </XStack>
  );
}
