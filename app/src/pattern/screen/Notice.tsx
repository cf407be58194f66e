import { useEffect } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { applyCure, CURE_WORDS } from '../acts/cures';
import { useAppDispatch, useAppSelector } from '../../store';
import { noticeSet } from '../../session/session';

const SHOWN_MS = 8000;
/** One that offers something stays longer: it has to be reached, by Tab too. */
const OFFERED_MS = 20_000;

/** A short message, gone by itself after a while. */
export function Notice() {
  const dispatch = useAppDispatch();
  const notice = useAppSelector((state) => state.session.notice);
  useEffect(() => {
    if (!notice) return undefined;
    const timer = setTimeout(() => dispatch(noticeSet(null)), notice.cure ? OFFERED_MS : SHOWN_MS);
    return () => clearTimeout(timer);
  }, [notice, dispatch]);
  if (!notice) return null;
  const { cure } = notice;
  return (
    <XStack role="alert" alignItems="center" gap={8} paddingLeft={10} backgroundColor="$ink">
      <Words small color="$paper" flexShrink={1} flexGrow={1}>
        {notice.words}
      </Words>
      {cure ? (
        <Press
          label={cure.kind === 'offer' ? cure.offer.label : CURE_WORDS[cure.kind]}
          look="raised"
          onPress={() => dispatch(applyCure(cure))}
        />
      ) : null}
      <Press label="Close the message" shown="OK" look="on" onPress={() => dispatch(noticeSet(null))} />
    </XStack>
  );
}
