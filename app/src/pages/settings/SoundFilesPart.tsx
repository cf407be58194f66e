import { counted, type FilesNews } from '@yibbo/core';
import { useEffect, useState } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { api } from '../../sync/api';
import { Part } from './Part';

/** The server's disk space used by recordings, and clearing unused ones. */
export function SoundFilesPart({ onSay }: { readonly onSay: (words: string) => void }) {
  const [news, setNews] = useState<FilesNews | null>(null);
  const then = (work: Promise<FilesNews>, words?: string) =>
    void work.then(
      (told) => {
        setNews(told);
        if (words) onSay(words);
      },
      (error: Error) => onSay(error.message),
    );
  useEffect(() => then(api.files()), []); // eslint-disable-line react-hooks/exhaustive-deps -- asked once, when it is opened
  if (!news) return null;
  const { count, bytes, unused, binned } = news;
  return (
    <Part title="Recordings">
      <Words>
        {count === 0
          ? 'No recordings are kept yet.'
          : `${counted(count, 'sound file')}, ${sizeWords(bytes)}. ${unused.count === 0 ? 'All of them are used.' : `${counted(unused.count, 'file')}, ${sizeWords(unused.bytes)}, ${unused.count === 1 ? 'is' : 'are'} used by no song.`}`}
        {binned.count > 0 ? ` In the bin, for 30 days: ${counted(binned.count, 'file')}, ${sizeWords(binned.bytes)}.` : ''}
      </Words>
      <XStack gap={8} flexWrap="wrap">
        <Press
          grow
          look="raised"
          label="Clear away what nothing uses"
          disabled={unused.count === 0}
          onPress={() =>
            then(api.clearFiles(), 'What no song uses is in the bin now. It comes back from there by itself if a song asks for it.')
          }
        />
        {binned.count > 0 ? (
          <Press
            grow
            look="raised"
            label="Undo: bring back from the bin"
            shown="Undo"
            onPress={() => then(api.returnFiles(), 'All of it is back.')}
          />
        ) : null}
      </XStack>
    </Part>
  );
}

function sizeWords(bytes: number): string {
  return bytes < 1_000_000 ? `${Math.ceil(bytes / 1000)} kB` : `${Math.round(bytes / 100_000) / 10} MB`;
}
