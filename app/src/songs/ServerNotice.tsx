import { useEffect, useState } from 'react';
import { YStack } from '@tamagui/stacks';
import { Press } from '../controls/Press';
import { Words } from '../controls/words';
import type { ServerNews } from '@yibbo/core';
import { api } from '../sync/api';

const NO_ROOM =
  'There is no room on the machine where Yibbo runs: songs can be played and sent out, but nothing can be saved. Make room there, then start Yibbo again.';

/** What the server has to say about the songs as a whole: a damaged file, no room. */
export function ServerNotice() {
  const [news, setNews] = useState<ServerNews | null>(null);
  useEffect(() => {
    api.server().then(setNews, () => undefined);
  }, []);
  const words = news?.isReadOnly ? NO_ROOM : news?.notice;
  if (!words) return null;
  const seen = () => {
    setNews(null);
    api.noticeSeen().catch(() => undefined);
  };
  return (
    <YStack gap={8} padding={12} backgroundColor="$card" borderWidth={2} borderColor="$act" borderRadius="$3" role="alert">
      <Words>{words}</Words>
      {news?.isReadOnly ? null : <Press label="Understood" look="raised" onPress={seen} />}
    </YStack>
  );
}
