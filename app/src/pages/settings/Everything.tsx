import { useRef } from 'react';
import { XStack } from '@tamagui/stacks';
import { FileInput } from '../../controls/FileInput';
import { Press } from '../../controls/Press';
import { Words } from '../../controls/words';
import { downloadFrom } from '../../browser/download';
import { Part } from './Part';

/** All songs as one file: out, to be kept elsewhere, and in again. */
export function Everything({ onFile }: { readonly onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <Part title="Everything in one file">
      <Words>
        All songs with their histories, your sounds, favourites, recipes and keys, to be kept on another machine or a stick. Bringing it
        back changes nothing that is here: what is gone comes back, and what is here as something else comes beside it.
      </Words>
      <XStack gap={8} flexWrap="wrap">
        <Press grow look="raised" label="Download everything" onPress={() => downloadFrom('/api/server/everything')} />
        <Press grow look="raised" label="Bring it back" onPress={() => input.current?.click()} />
      </XStack>
      <Words>That file has no recordings in it. This one has: every song as an open file, to be brought in on the Songs screen.</Words>
      <XStack>
        <Press grow look="raised" label="Download all songs with their recordings" onPress={() => downloadFrom('/api/songs/collection')} />
      </XStack>
      <FileInput input={input} label="File with everything" accept=".sqlite" onFile={onFile} />
    </Part>
  );
}
