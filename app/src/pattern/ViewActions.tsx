import Lane from 'lucide-react-native/icons/chart-no-axes-column';
import Ear from 'lucide-react-native/icons/ear';
import EarOff from 'lucide-react-native/icons/ear-off';
import Fit from 'lucide-react-native/icons/scan';
import { Press } from '../controls/Press';
import { Stepper } from '../controls/Stepper';
import type { OpenPart } from '../store/selectors';
import { useAppDispatch, useAppSelector } from '../store/store';
import { habitsSet } from '../store/view';
import { useLaneOpen } from './notes/NotesGrid';
import { fitNotes, ZOOM_BY, zoomNotes } from './notes/useViewport';

/** How the pattern is looked at and listened to. None of it changes the song. */
export function ViewActions({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const hears = useAppSelector((state) => state.view.habits.hearsDrawing);
  const hasLane = useLaneOpen();
  const isNotes = part.dress === 'notes';
  const zoom = (time: number, rows: number) => (direction: -1 | 1) =>
    zoomNotes(time === 1 ? 1 : time ** direction, rows === 1 ? 1 : rows ** direction);
  return (
    <>
      <Press
        label={hears ? 'Notes sound when drawn' : 'Notes are silent when drawn'}
        shown={hears ? 'Notes sound' : 'Notes are silent'}
        icon={hears ? Ear : EarOff}
        look="raised"
        pressed={hears}
        onPress={() => dispatch(habitsSet({ hearsDrawing: !hears }))}
      />
      {isNotes ? (
        <>
          <Press
            label="Velocity lane"
            icon={Lane}
            look={hasLane ? 'on' : 'raised'}
            pressed={hasLane}
            onPress={() => dispatch(habitsSet({ laneOpen: !hasLane }))}
          />
          <Stepper title="Zoom in time" shown="Time" width={44} onStep={zoom(ZOOM_BY, 1)} />
          <Stepper title="Zoom in pitch" shown="Pitch" width={44} onStep={zoom(1, ZOOM_BY)} />
          <Press label="Fit all notes" shown="Fit" icon={Fit} look="raised" onPress={fitNotes} />
        </>
      ) : null}
    </>
  );
}
