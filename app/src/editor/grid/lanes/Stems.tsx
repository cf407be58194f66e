import { stemPlaces, type Id, type Note } from '@yibbo/core';
import { memo } from 'react';
import type { GridWindow } from '../viewport/viewport';
import { laneY, STEM_APART } from './lane-size';
import type { NoteLaneKind } from './note-lanes';

/** Radius of a stem's head, in pixels. */
const HEAD = 4;

interface StemsProps {
  readonly kind: NoteLaneKind;
  readonly height: number;
  readonly notes: readonly Note[];
  readonly selected: ReadonlySet<Id>;
  readonly window: GridWindow;
  readonly colour: string;
}

/** All stems as a few paths: one element for each stem would be redrawn with every edit. */
export const Stems = memo(function Stems({ kind, height, notes, selected, window, colour }: StemsProps) {
  const shown = notes.filter(({ start }) => start >= window.fromTick && start < window.toTick);
  const places = stemPlaces(shown);
  const isQuiet = (id: Id) => selected.size > 0 && !selected.has(id);
  const ground = Math.round(laneY(Math.max(kind.low, kind.ground), kind, height));
  const place = (note: Note) => ({
    x: Math.round((note.start - window.fromTick) * window.pixelsPerTick) + 1 + places.get(note.id)! * STEM_APART,
    y: Math.round(laneY(kind.of(note), kind, height)),
  });
  const stem = (note: Note) => {
    const { x, y } = place(note);
    return `M${x} ${kind.low < 0 ? ground : height}V${y}`;
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
    <svg width={(window.toTick - window.fromTick) * window.pixelsPerTick} height={height} style={{ display: 'block', overflow: 'visible' }}>
      {kind.low < 0 ? <path d={`M0 ${ground}H${(window.toTick - window.fromTick) * window.pixelsPerTick}`} stroke="var(--line)" /> : null}
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
