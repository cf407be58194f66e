import { SoundChoice } from './SoundChoice';
import { SheetFrame } from '../SheetFrame';

/** A new track, by the sound it begins with. */
export function AddTrackSheet({ isPanel }: { readonly isPanel: boolean }) {
  return (
    <SheetFrame title="New track" note="with the sound of" isPanel={isPanel}>
      <SoundChoice isColumn={isPanel} />
    </SheetFrame>
  );
}
