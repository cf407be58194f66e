import { soundById, SOUNDS, type Track } from '@yibbo/core';
import Back from 'lucide-react/dist/esm/icons/chevron-left.mjs';
import On from 'lucide-react/dist/esm/icons/chevron-right.mjs';
import Waves from 'lucide-react/dist/esm/icons/audio-waveform.mjs';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { useEffects } from '../../state/effects';
import { openSheet } from '../../acts/open-sheet';
import { editTrack } from '../../acts/song/tracks';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { phraseOf } from './phrase';

/** Opens what a track sounds like, from wherever the track is shown. */
export function SoundPress({ track, iconOnly = false }: { readonly track: Track; readonly iconOnly?: boolean }) {
  const dispatch = useAppDispatch();
  const isOpen = useAppSelector(({ session: { sheet } }) => sheet?.kind === 'sound' && sheet.trackId === track.id);
  const { name } = soundById(track.soundId, track.kind);
  const open = () => dispatch(openSheet({ kind: 'sound', trackId: track.id }));
  if (iconOnly) return <Press label={`Sound of ${track.name}`} icon={Waves} iconOnly pressed={isOpen} onPress={open} />;
  return <Press label={`Sound: ${name}, of ${track.name}`} shown={`Sound: ${name}`} icon={Waves} look="raised" onPress={open} />;
}

/** The same between two presses that take the next sound of its kind at once, heard in what plays or in a few of its notes. */
export function SoundSteps({ track }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  const { sound: heard } = useEffects();
  const document = useAppSelector((state) => state.song.document);
  const isPlaying = useAppSelector((state) => state.session.isPlaying);
  const sound = soundById(track.soundId, track.kind);
  const family = SOUNDS.filter((each) => each.family === sound.family);
  const take = (direction: -1 | 1) => {
    const next = family[(family.indexOf(sound) + direction + family.length) % family.length]!;
    const changed = { ...track, soundId: next.id };
    // Heard at once: the song as edited is told to the engine a moment later.
    heard.hearTrack(changed);
    dispatch(editTrack(track.id, `Sound ${next.name}`, { soundId: next.id }));
    if (!isPlaying && document) heard.phrase(track.id, phraseOf(document, changed));
  };
  return (
    <XStack gap={4}>
      <Press label={`Sound before this one for ${track.name}`} icon={Back} iconOnly look="raised" onPress={() => take(-1)} />
      <SoundPress track={track} />
      <Press label={`Sound after this one for ${track.name}`} icon={On} iconOnly look="raised" onPress={() => take(1)} />
    </XStack>
  );
}
