import type { Track } from '@yibbo/core';
import VolumeOff from 'lucide-react/dist/esm/icons/volume-x.mjs';
import Volume from 'lucide-react/dist/esm/icons/volume-2.mjs';
import Only from 'lucide-react/dist/esm/icons/ear.mjs';
import { editTrack, soloOnly } from '../../../acts/song/tracks';
import { Press } from '../../../controls/Press';
import { useAppDispatch } from '../../../state/store';

/** Mutes a track, or lets it be heard again. */
export function MutePress({ track: { id, name, muted } }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  return (
    <Press
      label={muted ? `Unmute ${name}` : `Mute ${name}`}
      icon={muted ? VolumeOff : Volume}
      iconOnly
      look={muted ? 'on' : 'quiet'}
      onPress={() => dispatch(editTrack(id, muted ? 'Unmute' : 'Mute', { muted: !muted }))}
    />
  );
}

/** Lets only this track be heard, or all of them again. */
export function OnlyPress({ track: { id, name, soloed } }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  return (
    <Press
      label={soloed ? `All tracks again, not only ${name}` : `Only this: ${name}`}
      icon={Only}
      iconOnly
      look={soloed ? 'on' : 'quiet'}
      onPress={() => dispatch(soloOnly(id))}
    />
  );
}
