import type { Sound } from '@yibbo/core';
import { SoundFinder } from './SoundFinder';

/** Every sound a track can begin with, by kind and by a word. */
export default function MoreSounds({ onChoose }: { readonly onChoose: (sound: Sound) => void }) {
  return <SoundFinder chosenId={null} offersOwn={false} onChoose={({ sound }) => (sound ? onChoose(sound) : undefined)} />;
}
