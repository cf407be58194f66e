import type { Document } from '@yibbo/core';
import { BLOCKED, SilenceBar, useBlocked, type Explained } from '../../editor/screen/SilenceLine';

/** While not all of the song can be heard, or none of it: why, and the way out. */
export function SongSilence({ document }: { readonly document: Document }) {
  const isBlocked = useBlocked();
  const explained = isBlocked ? BLOCKED : explain(document);
  return explained ? <SilenceBar {...explained} /> : null;
}

function explain({ tracks }: Document): Explained | null {
  const only = tracks.filter(({ soloed }) => soloed);
  if (only.length) {
    const names = only.map(({ name }) => name).join(', ');
    return {
      words: `Only ${names} ${only.length === 1 ? 'plays' : 'play'}.`,
      remedy: { kind: 'endSolo', trackIds: only.map(({ id }) => id) },
    };
  }
  return tracks.length && tracks.every(({ muted }) => muted) ? { words: 'Every track is muted.', remedy: { kind: 'unmuteAll' } } : null;
}
