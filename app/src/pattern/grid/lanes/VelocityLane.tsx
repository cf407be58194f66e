import type { Id, Note } from '@yibbo/core';
import type { CSSProperties } from 'react';
import { preferencesSet } from '../../../preferences/preferences';
import type { OpenPart } from '../../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../../store';
import { useFollow, useGridWindow, type Viewport } from '../viewport/viewport';
import { LANE_HEIGHT } from './lane-size';
import { Stems } from './Stems';
import { useVelocitySweep } from './useVelocitySweep';

interface VelocityLaneProps {
  readonly part: OpenPart;
  readonly viewport: Viewport;
  readonly notes: readonly Note[];
  readonly selected: ReadonlySet<Id>;
}

const LANE: CSSProperties = {
  position: 'relative',
  overflow: 'hidden',
  contain: 'strict',
  height: LANE_HEIGHT,
  background: 'var(--card)',
  borderTop: '1px solid var(--lineStrong)',
  touchAction: 'none',
  userSelect: 'none',
  cursor: 'ns-resize',
};

/** Does nothing but show the browser that the lane takes presses: it else gives one near its edge to the button beside it. */
function takesPresses(): void {}

/** A stem for every note's velocity, under the notes; each note of a chord has its own. */
export function VelocityLane({ part, viewport, notes, selected }: VelocityLaneProps) {
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window, 'x');
  const { swept, handlers } = useVelocitySweep({ trackId: part.track.id, viewport, notes, selected });
  const shown = swept.size === 0 ? notes : notes.map((note) => ({ ...note, velocity: swept.get(note.id) ?? note.velocity }));
  const loudness = [...swept.values()];
  return (
    <>
      <LaneNames value={loudness.length ? rangeWords(loudness) : null} />
      <div {...handlers} onClick={takesPresses} aria-hidden data-testid="velocity-lane" style={LANE}>
        <div ref={follow} style={{ position: 'absolute', top: 0, left: 0 }}>
          <Stems notes={shown} selected={selected} window={window} colour={`var(--track${part.track.colour})`} />
        </div>
      </div>
    </>
  );
}

const NAMES: CSSProperties = {
  background: 'var(--card)',
  borderTop: '1px solid var(--lineStrong)',
  borderRight: '1px solid var(--lineStrong)',
  padding: '4px 0 0',
  fontSize: 13,
  lineHeight: '16px',
  color: 'var(--faded)',
  overflow: 'hidden',
};

const MODE_BUTTON: CSSProperties = {
  width: '100%',
  minHeight: 44,
  padding: '0 0 0 4px',
  border: 0,
  background: 'transparent',
  color: 'var(--act)',
  font: 'inherit',
  textAlign: 'left',
  cursor: 'pointer',
};

/** The lane's name and what a sweep does with chords; during a sweep, its velocities and where to let go to call it off. */
function LaneNames({ value }: { readonly value: string | null }) {
  const dispatch = useAppDispatch();
  const mode = useAppSelector((state) => state.preferences.sweepMode);
  const shown = mode === 'scale' ? 'chords keep' : 'sets each';
  const words = mode === 'scale' ? 'their proportions in a sweep' : 'note of a chord in a sweep';
  return (
    <div style={NAMES}>
      <div style={{ paddingLeft: 6 }}>vel</div>
      {value === null ? (
        <button
          type="button"
          aria-label={`${shown} ${words}: change`}
          style={MODE_BUTTON}
          onClick={() => dispatch(preferencesSet({ sweepMode: mode === 'scale' ? 'set' : 'scale' }))}
        >
          {shown}
        </button>
      ) : (
        <>
          <div data-testid="lane-value" style={{ color: 'var(--ink)', fontWeight: 600, paddingLeft: 6 }}>
            {value}
          </div>
          <div style={{ color: 'var(--act)', paddingLeft: 6 }}>drop here to cancel</div>
        </>
      )}
    </div>
  );
}

function rangeWords(values: readonly number[]): string {
  const low = values.reduce((least, value) => Math.min(least, value));
  const high = values.reduce((most, value) => Math.max(most, value));
  return low === high ? String(low) : `${low}–${high}`;
}
