import { soundById, type Track } from '@yibbo/core';
import Waves from 'lucide-react/dist/esm/icons/audio-waveform.mjs';
import { Press } from '../controls/Press';
import { openSheet } from '../sheets/open-sheet';
import { useAppDispatch, useAppSelector } from '../store';

/** Opens what a track sounds like, from wherever the track is shown. */
export function SoundPress({ track, iconOnly = false }: { readonly track: Track; readonly iconOnly?: boolean }) {
  const dispatch = useAppDispatch();
  const isOpen = useAppSelector(({ session: { sheet } }) => sheet?.kind === 'sound' && sheet.trackId === track.id);
  const { name } = soundById(track.soundId, track.kind);
  const open = () => dispatch(openSheet({ kind: 'sound', trackId: track.id }));
  if (iconOnly) return <Press label={`Sound of ${track.name}`} icon={Waves} iconOnly pressed={isOpen} onPress={open} />;
  return <Press label={`Sound: ${name}, of ${track.name}`} shown={`Sound: ${name}`} icon={Waves} look="raised" onPress={open} />;
}
