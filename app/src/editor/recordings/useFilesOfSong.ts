import { oneShotHashes, type Document } from '@yibbo/core';
import { useEffect } from 'react';
import { useEffects } from '../../state/effects';
import { useAppSelector } from '../../state/store';

/** Sees to it that the sound files of the open song can be heard, and lets go of others. */
export function useFilesOfSong(): void {
  const { files } = useEffects();
  const hashes = useAppSelector(({ song }) => (song.document ? hashesOf(song.document) : ''));
  useEffect(() => {
    const wanted = hashes.split(' ').filter(Boolean);
    files.current?.keepOnly(new Set(wanted));
    if (wanted.length === 0) return;
    files.open().then(
      (opened) => wanted.forEach((hash) => void opened.want(hash)),
      () => undefined,
    );
  }, [files, hashes]);
}

function hashesOf(document: Document): string {
  const all = [...document.recordings.map(({ file }) => file.hash), ...oneShotHashes(document)];
  return [...new Set(all)].sort().join(' ');
}
