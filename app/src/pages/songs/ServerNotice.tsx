import { useEffect, useState } from 'react';
import { YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import type { ServerNews } from '@yibbo/core';
import { api } from '../../sync/api';

const READ_ONLY: Readonly<Record<NonNullable<ServerNews['readOnly']>, string>> = {
  noRoom:
    'There is no room on the machine where Yibbo runs: songs can be played and sent out, but nothing can be saved. Make room there, then start Yibbo again.',
  folder:
    'Yibbo may not write in the folder that its songs are in: they can be played and sent out, but nothing can be saved. Allow writing there, then start Yibbo again.',
};

/** Server notices about the songs as a whole: a damaged file, no room, someone at the door. */
export function ServerNotice() {
  const [news, setNews] = useState<ServerNews | null>(null);
  useEffect(() => {
    api.server().then(setNews, () => undefined);
  }, []);
  if (!news) return null;
  const { readOnly, notice, wrongCodes = [] } = news;
  const noticeSeen = () => {
    setNews({ ...news, notice: null });
    api.noticeSeen().catch(() => undefined);
  };
  const codesSeen = () => {
    setNews({ ...news, wrongCodes: [] });
    api.wrongCodesSeen().catch(() => undefined);
  };
  return (
    <>
      {readOnly ? <Notice words={READ_ONLY[readOnly]} /> : null}
      {notice ? <Notice words={notice} {...(readOnly ? {} : { onSeen: noticeSeen })} /> : null}
      {wrongCodes.length ? <Notice words={wrongCodes.map(triedWords).join(' ')} onSeen={codesSeen} /> : null}
    </>
  );
}

function triedWords({ address, count, at }: NonNullable<ServerNews['wrongCodes']>[number]): string {
  const when = new Date(at).toLocaleString(undefined, { weekday: 'long', hour: '2-digit', minute: '2-digit' });
  return `Someone tried ${count} wrong ${count === 1 ? 'code' : 'codes'} from ${address}, last on ${when}.`;
}

function Notice({ words, onSeen }: { readonly words: string; readonly onSeen?: () => void }) {
  return (
    <YStack gap={8} padding={12} backgroundColor="$card" borderWidth={2} borderColor="$act" borderRadius="$3" role="alert">
      <Words>{words}</Words>
      {onSeen ? <Press label="Understood" look="raised" onPress={onSeen} /> : null}
    </YStack>
  );
}
