import { useEffect } from 'react';
import { useEffects } from '../../state/effects';
import { useAppSelector } from '../../state/store';

/** Sees to it that the sound files of the open song can be heard, and lets go of others. */
export function useFilesOfSong(): void {
  const { files } = useEffects();
  const hashes = useAppSelector(({ song }) => [...new Set(song.document?.recordings.map(({ file }) => file.hash) ?? [])].sort().join(' '));
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
