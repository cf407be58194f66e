import { barTicks, bpmAt, endOfSong, meterAt, type Document } from '@yibbo/core';
import { memo, useRef, useState, type CSSProperties, type PointerEvent, type RefObject } from 'react';
import { playFromSet } from '../../session/session';
import { useAppDispatch, useAppSelector } from '../../store';
import { setLoop, setSongEnd } from '../acts/sections';
import { barBefore, nearestBar, type PageLayout, type PageRow } from './layout';
import { placeAt, RULER } from './page-places';

interface SongRulerProps {
  readonly page: RefObject<HTMLElement | null>;
  readonly layout: PageLayout;
  readonly row: PageRow;
  readonly document: Document;
}

type Edge = 'start' | 'end' | 'songEnd';

/** The bars of a row: a press plays from there; the loop's edges and the song's end are dragged. Changes of tempo and meter are said. */
export const SongRuler = memo(function SongRuler({ page, layout, row, document }: SongRulerProps) {
  const dispatch = useAppDispatch();
  const playFrom = useAppSelector((state) => state.session.playFrom);
  const { dragged, handlersOf } = useEdgeDrag(page, layout, document);
  const { song } = document;
  const loop = song.loop && {
    ...song.loop,
    ...(dragged?.edge === 'start' || dragged?.edge === 'end' ? { [dragged.edge]: dragged.tick } : {}),
  };
  const end = dragged?.edge === 'songEnd' ? dragged.tick : endOfSong(document);
  const x = (tick: number) => (tick - row.start) * layout.pixelsPerTick;
  const isHere = (tick: number) => tick >= row.start && tick <= row.end;
  const press = (event: PointerEvent<HTMLElement>) => {
    const at = page.current && placeAt(page.current, layout, event.clientX, event.clientY);
    if (at) dispatch(playFromSet(barBefore(song.meters, at.tick)));
  };
  return (
    <div style={RULER_STYLE} data-testid="song-ruler" onClick={press as never}>
      {loop && loop.start < row.end && loop.end > row.start ? (
        <div
          data-testid="loop"
          style={{
            ...LOOP,
            left: x(Math.max(loop.start, row.start)),
            width: x(Math.min(loop.end, row.end)) - x(Math.max(loop.start, row.start)),
            opacity: loop.on ? 1 : 0.35,
          }}
        />
      ) : null}
      {row.bars.map((bar) => (
        <span key={bar.start} style={{ ...NUMBER, left: x(bar.start) + 4 }}>
          {bar.number}
          <small style={{ color: 'var(--faded)' }}>{changesAt(document, bar.start)}</small>
        </span>
      ))}
      {isHere(playFrom) && playFrom < row.end ? <div data-testid="play-from" style={{ ...FROM, left: x(playFrom) - 5 }} /> : null}
      {loop && isHere(loop.start) && loop.start < row.end ? (
        <EdgeHandle name="Loop start" left={x(loop.start)} {...handlersOf('start', song.loop!.start)} />
      ) : null}
      {loop && isHere(loop.end) && loop.end > row.start ? (
        <EdgeHandle name="Loop end" left={x(loop.end)} {...handlersOf('end', song.loop!.end)} />
      ) : null}
      {isHere(end) && end > row.start ? (
        <EdgeHandle name="End of the song" left={x(end)} isEnd {...handlersOf('songEnd', endOfSong(document))} />
      ) : null}
    </div>
  );
});

/** What changes at a bar, in words: "  140 bpm 3/4". */
function changesAt({ song }: Document, tick: number): string {
  const tempo = tick > 0 && song.tempos.some((mark) => mark.tick === tick) ? ` ${Math.round(bpmAt(song.tempos, tick))} bpm` : '';
  const { numerator, denominator } = meterAt(song.meters, tick);
  const meter = tick > 0 && song.meters.some((mark) => mark.tick === tick) ? ` ${numerator}/${denominator}` : '';
  return tempo + meter;
}

/** An edge being dragged over the rulers of the page, bar by bar; by keys it goes a bar at a press. */
function useEdgeDrag(page: RefObject<HTMLElement | null>, layout: PageLayout, { song }: Document) {
  const dispatch = useAppDispatch();
  const [dragged, setDragged] = useState<{ edge: Edge; tick: number } | null>(null);
  const grip = useRef(false);
  const set = (edge: Edge, tick: number) => {
    if (edge === 'songEnd') return dispatch(setSongEnd(Math.max(1, tick)));
    const loop = song.loop;
    if (loop) dispatch(setLoop({ ...loop, [edge]: tick, on: true }));
  };
  const handlersOf = (edge: Edge, at: number): EdgeHandlers => ({
    onPointerDown: (event) => {
      event.stopPropagation();
      event.currentTarget.setPointerCapture(event.pointerId);
      grip.current = true;
    },
    onPointerMove: (event) => {
      const to = grip.current && page.current ? placeAt(page.current, layout, event.clientX, event.clientY) : null;
      if (to) setDragged({ edge, tick: nearestBar(song.meters, to.tick) });
    },
    onPointerUp: () => {
      grip.current = false;
      if (dragged && dragged.tick !== at) set(edge, dragged.tick);
      setDragged(null);
    },
    onPointerCancel: () => {
      grip.current = false;
      setDragged(null);
    },
    onKeyDown: (event) => {
      const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      set(edge, by === 1 ? nextBar(song.meters, at) : barBefore(song.meters, at - 1));
    },
  });
  return { dragged, handlersOf };
}

function nextBar(meters: Document['song']['meters'], tick: number): number {
  return barBefore(meters, tick + barTicks(meterAt(meters, tick)));
}

interface EdgeHandlers {
  readonly onPointerDown: (event: PointerEvent<HTMLElement>) => void;
  readonly onPointerMove: (event: PointerEvent<HTMLElement>) => void;
  readonly onPointerUp: () => void;
  readonly onPointerCancel: () => void;
  readonly onKeyDown: (event: React.KeyboardEvent) => void;
}

function EdgeHandle({
  name,
  left,
  isEnd,
  ...handlers
}: EdgeHandlers & { readonly name: string; readonly left: number; readonly isEnd?: boolean }) {
  return (
    <button
      type="button"
      aria-label={`${name}: drag it, or arrows`}
      {...handlers}
      onClick={(event) => event.stopPropagation()}
      style={{ ...EDGE, left: left - 22 }}
    >
      <span style={{ ...EDGE_LINE, background: isEnd ? 'var(--ink)' : 'var(--act)', width: isEnd ? 6 : 4 }} />
    </button>
  );
}

const RULER_STYLE: CSSProperties = {
  position: 'relative',
  height: RULER,
  boxSizing: 'border-box',
  borderBottom: '1px solid var(--lineStrong)',
  background: 'var(--wash)',
  cursor: 'pointer',
  userSelect: 'none',
  WebkitUserSelect: 'none',
};
const LOOP: CSSProperties = { position: 'absolute', bottom: 0, height: 8, background: 'var(--act)' };
const NUMBER: CSSProperties = {
  position: 'absolute',
  top: 2,
  fontSize: 13,
  lineHeight: '18px',
  fontWeight: 600,
  whiteSpace: 'nowrap',
  pointerEvents: 'none',
};
const FROM: CSSProperties = {
  position: 'absolute',
  bottom: 8,
  width: 0,
  height: 0,
  borderLeft: '5px solid transparent',
  borderRight: '5px solid transparent',
  borderTop: '10px solid var(--head)',
  pointerEvents: 'none',
};
const EDGE: CSSProperties = {
  position: 'absolute',
  zIndex: 3,
  top: 0,
  bottom: 0,
  width: 44,
  padding: 0,
  border: 0,
  background: 'transparent',
  cursor: 'ew-resize',
  touchAction: 'none',
};
const EDGE_LINE: CSSProperties = { position: 'absolute', left: 20, top: 14, bottom: 0, borderRadius: 2 };
