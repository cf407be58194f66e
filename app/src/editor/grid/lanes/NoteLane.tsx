import { counted, type Id, type Note } from '@yibbo/core';
import { preferencesSet } from '../../../state/preferences/preferences';
import type { OpenPart } from '../../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { useFollow, useGridWindow, type Viewport } from '../viewport/viewport';
import { LaneNames, type LaneMode } from './LaneNames';
import { laneStyle } from './lane-style';
import type { NoteLaneKind } from './note-lanes';
import { takesPresses } from '../takes-presses';
import { Stems } from './Stems';
import { useNoteSweep } from './useNoteSweep';

interface NoteLaneProps {
  readonly of: string;
  readonly kind: NoteLaneKind;
  readonly height: number;
  readonly part: OpenPart;
  readonly viewport: Viewport;
  readonly notes: readonly Note[];
  readonly selected: ReadonlySet<Id>;
}

/** A stem for a value of every note, under the notes; each note of a chord has its own. */
export function NoteLane({ of, kind, height, part, viewport, notes, selected }: NoteLaneProps) {
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window, 'x');
  const { swept, handlers } = useNoteSweep({ kind, height, trackId: part.track.id, viewport, notes, selected });
  const shown = swept.size === 0 ? notes : notes.map((note) => (swept.has(note.id) ? kind.given(note, swept.get(note.id)!) : note));
  const values = [...swept.values()];
  const mode = useSweepMode();
  return (
    <>
      <LaneNames
        short={kind.short}
        whom={selected.size ? counted(selected.size, 'note') : null}
        value={values.length ? rangeWords(values, kind.words) : null}
        mode={of === 'velocity' ? mode : undefined}
      />
      <div
        {...handlers}
        onClick={takesPresses}
        aria-hidden
        data-testid={`${of}-lane`}
        style={{ ...laneStyle(height), cursor: 'ns-resize' }}
      >
        <div ref={follow} style={{ position: 'absolute', top: 0, left: 0 }}>
          <Stems
            kind={kind}
            height={height}
            notes={shown}
            selected={selected}
            window={window}
            colour={`var(--track${part.track.colour})`}
          />
        </div>
      </div>
    </>
  );
}

/** How a sweep treats chords. */
function useSweepMode(): LaneMode {
  const dispatch = useAppDispatch();
  const mode = useAppSelector((state) => state.preferences.sweepMode);
  return {
    shown: mode === 'scale' ? 'keeps balance' : 'all alike',
    more: mode === 'scale' ? 'of chords in a sweep' : 'in a sweep',
    onPress: () => dispatch(preferencesSet({ sweepMode: mode === 'scale' ? 'set' : 'scale' })),
  };
}

function rangeWords(values: readonly number[], words: (value: number) => string): string {
  const low = values.reduce((least, value) => Math.min(least, value));
  const high = values.reduce((most, value) => Math.max(most, value));
  return low === high ? words(low) : `${words(low)}–${words(high)}`;
}
