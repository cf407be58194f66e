import { QUAY_KIT } from './kits';
import type { Sound, ToneSound } from './sounds';
import { BUOY_BELLS, FOG_PAD, GULL_LEAD, LAMP_KEYS, ROPE_PLUCK, ROUND_BASS } from './tones';

/** Every sound there is. */
export const SOUNDS: readonly Sound[] = [QUAY_KIT, ROUND_BASS, LAMP_KEYS, ROPE_PLUCK, GULL_LEAD, FOG_PAD, BUOY_BELLS];

/** The sound with this id; where it is unknown, the first of its kind, so that a song from elsewhere is never silent. */
export function soundById(id: string, kind: Sound['kind'] = 'pitched'): Sound {
  return SOUNDS.find((sound) => sound.id === id) ?? SOUNDS.find((sound) => sound.kind === kind)!;
}

/** The sound that fits a General MIDI program. */
export function soundForProgram(program: number): ToneSound {
  const fits = (sound: Sound): sound is ToneSound =>
    sound.kind === 'pitched' && sound.programs.some(([low, high]) => program >= low && program <= high);
  return SOUNDS.find(fits) ?? LAMP_KEYS;
}
