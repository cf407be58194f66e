import { useEffect } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { applyRemedy, REMEDY_WORDS } from '../../acts/pattern/remedies';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { noticeSet } from '../../state/session/session';

const SHOWN_MS = 8000;
/** One that offers something stays longer: it has to be reached, by Tab too. */
const OFFERED_MS = 20_000;

/** A short message, gone by itself after a while. */
export function Notice() {
  const dispatch = useAppDispatch();
  const notice = useAppSelector((state) => state.session.notice);
  useEffect(() => {
    if (!notice) return undefined;
    const timer = setTimeout(() => dispatch(noticeSet(null)), notice.remedy ? OFFERED_MS : SHOWN_MS);
    return () => clearTimeout(timer);
  }, [notice, dispatch]);
  if (!notice) return null;
  const { remedy } = notice;
  return (
    <XStack role="alert" alignItems="center" gap={8} paddingLeft={10} backgroundColor="$ink">
      <Words small colour="paper" style={{ flexShrink: 1, flexGrow: 1 }}>
        {notice.words}
      </Words>
      {remedy ? (
        <Press
          label={remedy.kind === 'offer' ? remedy.offer.label : REMEDY_WORDS[remedy.kind]}
          look="raised"
          onPress={() => dispatch(applyRemedy(remedy))}
        />
      ) : null}
      <Press label="OK: close the message" shown="OK" look="on" onPress={() => dispatch(noticeSet(null))} />
    </XStack>
  );
}
