import { clamp, shapeHeight, withNotes, type Id, type Note, type Shape } from '@yibbo/core';
import { memo, useEffect, useRef, useState, type PointerEvent } from 'react';
import { editNotes } from '../../../document/edits';
import type { OpenPart } from '../../../session/selectors';
import { useAppDispatch, useAppSelector } from '../../../store';
import { hearNote } from '../gesture/hear';
import { useFollow, useGridWindow, type GridWindow, type Viewport } from '../viewport/viewport';

export const LANE_HEIGHT = 92;
/** Room above the loudest and below the softest stem, in pixels. */
const MARGIN = 8;
/** Radius of a stem's head, in pixels. */
const HEAD = 4;
const REACH_TOUCH = 22;
const REACH_MOUSE = 10;

interface VelocityLaneProps {
  readonly part: OpenPart;
  readonly viewport: Viewport;
  readonly notes: readonly Note[];
  readonly selected: ReadonlySet<Id>;
}

/** Velocities given by the sweep that is going on, by note. */
type Swept = ReadonlyMap<Id, number>;
const NOTHING: Swept = new Map();

/** What a drag in the lane is doing: setting the notes it began on, or sweeping over more. */
interface Sweep {
  readonly pointerId: number;
  readonly fromX: number;
  readonly from: SweepPlace;
  /** Start of the notes it began on; null where it began beside all. */
  readonly anchor: number | null;
  isSweeping: boolean;
  last: SweepPlace;
}

interface SweepPlace {
  readonly tick: number;
  readonly velocity: number;
}

/** A stem for every note's velocity under the notes. A drag up or down sets the notes it began on, a sweep gives all it passes the
 *  height it has there, or that of the shape drawn from where it began; while notes are selected, only those. Letting go at the left of the lane, or Escape, leaves all as it was. */
export function VelocityLane({ part, viewport, notes, selected }: VelocityLaneProps) {
  const dispatch = useAppDispatch();
  const window = useGridWindow(viewport);
  const follow = useFollow(viewport, window, 'x');
  const { shape, turns } = useAppSelector((state) => state.preferences);
  const [swept, setSwept] = useState<Swept>(NOTHING);
  const sweep = useRef<Sweep | null>(null);
  const shown = swept === NOTHING ? notes : notes.map((note) => ({ ...note, velocity: swept.get(note.id) ?? note.velocity }));

  useEffect(() => {
    const cancel = (event: KeyboardEvent) => {
      if (event.key !== 'Escape' || !sweep.current) return;
      event.stopPropagation();
      sweep.current = null;
      setSwept(NOTHING);
    };
    globalThis.addEventListener('keydown', cancel, true);
    return () => globalThis.removeEventListener('keydown', cancel, true);
  }, []);

  const placeAt = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (box.bottom - MARGIN - event.clientY) / (box.height - 2 * MARGIN);
    return {
      tick: (event.clientX - box.left + viewport.scrollX) / viewport.pixelsPerTick,
      velocity: clamp(Math.round(share * 127), 1, 127),
    };
  };

  const isMeant = (id: Id) => selected.size === 0 || selected.has(id);

  /** Gives every note between two places of the sweep its height on the line between them. */
  const pass = (from: SweepPlace, to: SweepPlace) => {
    const [left, right] = from.tick < to.tick ? [from, to] : [to, from];
    const within = notes.filter(({ id, start }) => start >= left.tick && start <= right.tick && isMeant(id));
    if (within.length === 0) return;
    setSwept((before) => {
      const next = new Map(before);
      for (const { id, start } of within) {
        const share = right.tick === left.tick ? 1 : (start - left.tick) / (right.tick - left.tick);
        next.set(id, Math.round(left.velocity + (right.velocity - left.velocity) * share));
      }
      return next;
    });
  };

  const onPointerDown = (event: PointerEvent<HTMLElement>) => {
    if (event.pointerType === 'mouse' && event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const at = placeAt(event);
    const reach = event.pointerType === 'mouse' ? REACH_MOUSE : REACH_TOUCH;
    const anchor = nearestStart(
      notes.filter(({ id }) => isMeant(id)),
      at.tick,
      reach / viewport.pixelsPerTick,
    );
    sweep.current = {
      pointerId: event.pointerId,
      fromX: event.clientX,
      from: { ...at, tick: anchor ?? at.tick },
      anchor,
      isSweeping: false,
      last: at,
    };
    if (anchor === null) return;
    pass({ ...at, tick: anchor }, { ...at, tick: anchor });
    const first = notes.find(({ start }) => start === anchor);
    if (first) dispatch(hearNote(part.track.id, first.pitch, at.velocity));
  };
  const onPointerMove = (event: PointerEvent<HTMLElement>) => {
    const now = sweep.current;
    if (!now || now.pointerId !== event.pointerId) return;
    const at = placeAt(event);
    if (Math.abs(event.clientX - now.fromX) > REACH_MOUSE) now.isSweeping = true;
    if (now.isSweeping && shape !== 'hand')
      setSwept(
        alongShape(
          notes.filter(({ id }) => isMeant(id)),
          now.from,
          at,
          shape,
          turns,
        ),
      );
    else if (now.isSweeping) pass(now.last, at);
    else if (now.anchor !== null) pass({ ...at, tick: now.anchor }, { ...at, tick: now.anchor });
    now.last = at;
  };
  const onPointerUp = (event: PointerEvent<HTMLElement>) => {
    const given = swept;
    const isLeft = event.clientX < event.currentTarget.getBoundingClientRect().left;
    const wasSweeping = sweep.current !== null && !isLeft;
    sweep.current = null;
    setSwept(NOTHING);
    if (!wasSweeping || given.size === 0) return;
    const label = `Velocity, ${given.size} ${given.size === 1 ? 'note' : 'notes'}`;
    dispatch(editNotes(label, (all) => withNotes(all, raised(all, given))));
  };
  const onPointerCancel = () => {
    sweep.current = null;
    setSwept(NOTHING);
  };

  const loudness = [...swept.values()];
  return (
    <>
      <LaneNames value={loudness.length ? rangeWords(loudness) : null} />
      <div
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={onPointerUp}
        onPointerCancel={onPointerCancel}
        aria-hidden
        data-testid="velocity-lane"
        style={{
          position: 'relative',
          overflow: 'hidden',
          contain: 'strict',
          height: LANE_HEIGHT,
          background: 'var(--card)',
          borderTop: '1px solid var(--lineStrong)',
          touchAction: 'none',
          userSelect: 'none',
          cursor: 'ns-resize',
        }}
      >
        <div ref={follow} style={{ position: 'absolute', top: 0, left: 0 }}>
          <Stems notes={shown} selected={selected} window={window} colour={`var(--track${part.track.colour})`} />
        </div>
      </div>
    </>
  );
}

function LaneNames({ value }: { readonly value: string | null }) {
  return (
    <div
      style={{
        background: 'var(--card)',
        borderTop: '1px solid var(--lineStrong)',
        borderRight: '1px solid var(--lineStrong)',
        padding: '4px 6px',
        fontSize: 13,
        lineHeight: '16px',
        color: 'var(--faded)',
        overflow: 'hidden',
      }}
    >
      <div>vel</div>
      <div data-testid="lane-value" style={{ color: 'var(--ink)', fontWeight: 600 }}>
        {value}
      </div>
      {value === null ? null : <div style={{ color: 'var(--act)' }}>leave as it was</div>}
    </div>
  );
}

interface StemsProps {
  readonly notes: readonly Note[];
  readonly selected: ReadonlySet<Id>;
  readonly window: GridWindow;
  readonly colour: string;
}

/** All stems as a few paths: one element for each stem would be redrawn with every edit. */
const Stems = memo(function Stems({ notes, selected, window, colour }: StemsProps) {
  const shown = notes.filter(({ start }) => start >= window.fromTick && start < window.toTick);
  const isQuiet = (id: Id) => selected.size > 0 && !selected.has(id);
  const groups = [
    { key: 'quiet', ink: 'var(--lineStrong)', notes: shown.filter(({ id }) => isQuiet(id)) },
    { key: 'clear', ink: colour, notes: shown.filter(({ id }) => !isQuiet(id)) },
  ];
  const place = ({ start, velocity }: Note) => ({
    x: Math.round((start - window.fromTick) * window.pixelsPerTick) + 1,
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
  return (
    <svg
      width={(window.toTick - window.fromTick) * window.pixelsPerTick}
      height={LANE_HEIGHT}
      style={{ display: 'block', overflow: 'visible' }}
    >
      {groups.map(({ key, ink, notes: some }) => (
        <g key={key} stroke={ink} strokeWidth={2}>
          <path d={some.map(stem).join('')} />
          <path
            d={some
              .filter(({ muted }) => !muted)
              .map(head)
              .join('')}
            fill={ink}
          />
          <path
            d={some
              .filter(({ muted }) => muted)
              .map(head)
              .join('')}
            fill="var(--card)"
          />
        </g>
      ))}
    </svg>
  );
});

/** The velocities of the notes between two places of a drag, along a shape. */
function alongShape(
  notes: readonly Note[],
  from: SweepPlace,
  to: SweepPlace,
  shape: Exclude<Shape, 'hand'>,
  turns: number,
): ReadonlyMap<Id, number> {
  const [low, high] = [Math.min(from.tick, to.tick), Math.max(from.tick, to.tick)];
  const within = notes.filter(({ start }) => start >= low && start <= high);
  const across = to.tick - from.tick || 1;
  const height = ({ start }: Note) => shapeHeight(shape, (start - from.tick) / across, turns);
  return new Map(within.map((note) => [note.id, clamp(Math.round(from.velocity + (to.velocity - from.velocity) * height(note)), 1, 127)]));
}

function nearestStart(notes: readonly Note[], tick: number, reachTicks: number): number | null {
  let best: number | null = null;
  for (const { start } of notes) {
    const away = Math.abs(start - tick);
    if (away <= reachTicks && (best === null || away < Math.abs(best - tick))) best = start;
  }
  return best;
}

function raised(notes: readonly Note[], given: Swept): Note[] {
  return notes.filter(({ id }) => given.has(id)).map((note) => ({ ...note, velocity: given.get(note.id)! }));
}

function rangeWords(values: readonly number[]): string {
  const low = values.reduce((least, value) => Math.min(least, value));
  const high = values.reduce((most, value) => Math.max(most, value));
  return low === high ? String(low) : `${low}–${high}`;
}
