import { stemPlaces, type Id, type Note } from '@yibbo/core';
import { memo } from 'react';
import type { GridWindow } from '../viewport/viewport';
import { LANE_HEIGHT, MARGIN, STEM_APART } from './lane-size';

/** Radius of a stem's head, in pixels. */
const HEAD = 4;

interface StemsProps {
  readonly notes: readonly Note[];
  readonly selected: ReadonlySet<Id>;
  readonly window: GridWindow;
  readonly colour: string;
}

/** All stems as a few paths: one element for each stem would be redrawn with every edit. */
export const Stems = memo(function Stems({ notes, selected, window, colour }: StemsProps) {
  const shown = notes.filter(({ start }) => start >= window.fromTick && start < window.toTick);
  const places = stemPlaces(shown);
  const isQuiet = (id: Id) => selected.size > 0 && !selected.has(id);
  const place = ({ id, start, velocity }: Note) => ({
    x: Math.round((start - window.fromTick) * window.pixelsPerTick) + 1 + places.get(id)! * STEM_APART,
    y: Math.round(LANE_HEIGHT - MARGIN - ((LANE_HEIGHT - 2 * MARGIN) * velocity) / 127),
  });
  const stem = (note: Note) => {
    const { x, y } = place(note);
    return `M${x} ${LANE_HEIGHT}V${y}`;
  };
  const head = (note: Note) => {
    const { x, y } = place(note);
    return `M${x - HEAD} ${y}a${HEAD} ${HEAD} 0 1 0 ${2 * HEAD} 0a${HEAD} ${HEAD} 0 1 0 ${-2 * HEAD} 0`;
  };
  const groups = [
    { key: 'quiet', ink: 'var(--lineStrong)', notes: shown.filter(({ id }) => isQuiet(id)) },
    { key: 'clear', ink: colour, notes: shown.filter(({ id }) => !isQuiet(id)) },
  ];
  return (
    <svg
      width={(window.toTick - window.fromTick) * window.pixelsPerTick}
      height={LANE_HEIGHT}
      style={{ display: 'block', overflow: 'visible' }}
    >
      {groups.map(({ key, ink, notes: some }) => {
        const [heard, muted] = [some.filter((note) => !note.muted), some.filter((note) => note.muted)];
        return (
          <g key={key} stroke={ink} strokeWidth={2}>
            <path d={some.map(stem).join('')} />
            <path d={heard.map(head).join('')} fill={ink} />
            <path d={muted.map(head).join('')} fill="var(--card)" />
          </g>
        );
      })}
    </svg>
  );
});
