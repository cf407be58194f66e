import {
  barAfter,
  barBefore,
  barsOfSpan,
  bpmAt,
  endOfSong,
  isMarked,
  keyWords,
  meterAt,
  spanOfBars,
  tickOfBar,
  type Document,
  type TickSpan,
} from '@yibbo/core';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import type { CSSProperties, KeyboardEvent, MouseEvent, PointerEvent } from 'react';
import { treatmentWords } from '../../acts/trial/treatments';
import { OthersEdges } from '../../editor/screen/OthersHere';
import { openSheet } from '../../acts/open-sheet';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { barsWords } from '../../state/bars-words';
import { RULER, type PageRow } from './layout';
import type { Edge, RulerHand } from './useRulerHand';

interface SongRulerProps {
  readonly row: PageRow;
  readonly document: Document;
  readonly hand: RulerHand;
}

/** The bars of a row: a press plays from there and a drag marks several, with a button for what can be done with them; the loop's edges and the
 *  song's end are dragged. Tempo, meter and key are said where they begin. */
export function SongRuler({ row, document, hand }: SongRulerProps) {
  const { dragged, marking } = hand;
  const bars = useAppSelector((state) => state.session.stretch);
  const { song } = document;
  const playFrom = useAppSelector((state) => tickOfBar(song.meters, state.session.playFromBar));
  const loop = song.loop && {
    ...song.loop,
    ...(dragged?.edge === 'start' || dragged?.edge === 'end' ? { [dragged.edge]: dragged.tick } : {}),
  };
  const end = dragged?.edge === 'songEnd' ? dragged.tick : endOfSong(document);
  const x = (tick: number) => (tick - row.start) * row.pixelsPerTick;
  const isHere = (tick: number) => tick >= row.start && tick <= row.end;
  const marked = marking ?? (bars && spanOfBars(song.meters, bars));
  const handlersOf = (edge: Edge, at: number) => edgeHandlers(hand, document, edge, at);
  return (
    <div style={RULER_STYLE} data-testid="song-ruler" data-asks="Ruler of the song" {...hand.presses}>
      {marked && marked.start < row.end && marked.end > row.start ? (
        <div
          style={{
            ...MARKED,
            left: x(Math.max(marked.start, row.start)),
            width: x(Math.min(marked.end, row.end)) - x(Math.max(marked.start, row.start)),
          }}
        />
      ) : null}
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
      <OthersEdges x={x} start={row.start} end={row.end} />
      {row.bars.map((bar) => (
        <span key={bar.start} style={{ ...NUMBER, left: x(bar.start) + 4 }}>
          {bar.number}
          <small style={CHANGES}>{changesAt(document, bar.start)}</small>
        </span>
      ))}
      {marked && marked.start >= row.start && marked.start < row.end ? (
        <MarkedPress document={document} marked={marked} left={x(marked.start)} />
      ) : null}
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
}

/** The marks at a bar, in words: "140 bpm 3/4"; at the first bar the key and the song's feel too. */
function changesAt({ song, treatments }: Document, tick: number): string {
  const { numerator, denominator } = meterAt(song.meters, tick);
  return [
    isMarked(song.tempos, tick) ? `${Math.round(bpmAt(song.tempos, tick) * 10) / 10} bpm` : '',
    isMarked(song.meters, tick) ? `${numerator}/${denominator}` : '',
    tick === 0 && song.key ? keyWords(song.key) : '',
    ...(tick === 0 ? treatments.filter(({ parentId, on }) => on && parentId === song.id).map(treatmentWords) : []),
  ]
    .filter(Boolean)
    .join(' ');
}

/** The marked bars, with what opens their sheet. */
function MarkedPress({ document, marked, left }: { readonly document: Document; readonly marked: TickSpan; readonly left: number }) {
  const dispatch = useAppDispatch();
  const bars = barsOfSpan(document.song.meters, marked);
  return (
    <button
      type="button"
      aria-label={`${barsWords(bars)}: tempo, meter, copy, insert, delete`}
      style={{ ...MARKED_PRESS, left }}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={(event) => {
        event.stopPropagation();
        dispatch(openSheet({ kind: 'stretch', bars }));
      }}
    >
      <Dots size={18} aria-hidden />
    </button>
  );
}

interface EdgeHandlers {
  readonly onPointerDown: (event: PointerEvent<HTMLElement>) => void;
  readonly onClick: (event: MouseEvent<HTMLElement>) => void;
  readonly onKeyDown: (event: KeyboardEvent) => void;
}

/** An edge is dragged, bar by bar; by keys it goes a bar at a press. */
function edgeHandlers(hand: RulerHand, { song }: Document, edge: Edge, at: number): EdgeHandlers {
  return {
    onPointerDown: (event) => {
      event.stopPropagation();
      if (event.button === 0) hand.beginEdge(edge, event);
    },
    onClick: (event) => event.stopPropagation(),
    onKeyDown: (event) => {
      const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
      if (by === undefined) return;
      event.preventDefault();
      event.stopPropagation();
      hand.setEdge(edge, by === 1 ? barAfter(song.meters, at) : barBefore(song.meters, at - 1));
    },
  };
}

function EdgeHandle({
  name,
  left,
  isEnd,
  ...handlers
}: EdgeHandlers & { readonly name: string; readonly left: number; readonly isEnd?: boolean }) {
  return (
    <button type="button" aria-label={`${name}: drag it, or arrows`} {...handlers} style={{ ...EDGE, left: left - 22 }}>
      <span style={{ ...EDGE_LINE, background: isEnd ? 'var(--ink)' : 'var(--act)', width: isEnd ? 6 : 4 }} />
    </button>
  );
}

const RULER_STYLE: CSSProperties = {
  position: 'relative',
  height: RULER,
  boxSizing: 'border-box',
  boxShadow: 'inset 0 -1px 0 var(--lineStrong)',
  background: 'var(--wash)',
  cursor: 'pointer',
  touchAction: 'pan-y',
  WebkitUserSelect: 'none',
};
const MARKED: CSSProperties = { position: 'absolute', top: 0, bottom: 0, background: 'var(--lineWeak)', pointerEvents: 'none' };
/** Beside the bar's number, a thumb wide. */
const MARKED_PRESS: CSSProperties = {
  position: 'absolute',
  zIndex: 4,
  top: 0,
  width: 44,
  height: RULER,
  padding: '0 0 22px 12px',
  border: 0,
  background: 'transparent',
  color: 'var(--ink)',
  cursor: 'pointer',
};
const CHANGES: CSSProperties = { display: 'block', fontSize: 11, lineHeight: '13px', fontWeight: 400, color: 'var(--faded)' };
const LOOP: CSSProperties = { position: 'absolute', bottom: 0, height: 8, background: 'var(--act)' };
const NUMBER: CSSProperties = {
  position: 'absolute',
  top: 2,
  fontSize: 13,
  lineHeight: '16px',
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
  borderTop: '8px solid var(--head)',
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
