import { SIMILAR } from '../../dist/similar';
import type { Drum, Sound } from '../audio/sounds';
import { drumFor } from '../audio/kits';
import { KITS, SOUNDS } from './library';

/** One drum of one kit. */
export interface DrumChoice {
  readonly kitId: string;
  /** Its General MIDI percussion key there. */
  readonly pitch: number;
}

/** The sounds most like a pitched one, the most alike first; for a kit, the other kits. */
export function similarSounds(sound: Sound): Sound[] {
  if (sound.kind === 'drums') return KITS.filter(({ id }) => id !== sound.id);
  return (SIMILAR[sound.id] ?? []).map((id) => SOUNDS.find((each) => each.id === id)!);
}

/** The drums most like one of a kit, the most alike first. */
export function similarDrums({ kitId, pitch }: DrumChoice): DrumChoice[] {
  return (SIMILAR[`${kitId} ${pitch}`] ?? []).map((name) => {
    const [id, key] = name.split(' ') as [string, string];
    return { kitId: id, pitch: Number(key) };
  });
}

/** The drum of a choice; null where no kit has it. */
export function drumOf({ kitId, pitch }: DrumChoice): Drum | null {
  const kit = KITS.find(({ id }) => id === kitId);
  return kit ? drumFor(kit, pitch) : null;
}
