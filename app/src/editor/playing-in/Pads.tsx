import { isBlackKey, isInScale, letterOf, type Pad, type PadRows } from '@yibbo/core';
import { useSyncExternalStore, type CSSProperties } from 'react';
import { lowestKey, padKindOf, selectPads } from '../../acts/playing-in/pads';
import { useEffects } from '../../state/effects';
import { playInSet } from '../../state/preferences/play-in';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { usePadPointers } from './usePadPointers';

/** Half keys in an octave's rows. */
const HALF_KEYS = 14;
/** Where between the keys of an octave there is room: between its third and its fourth. */
const OCTAVE_PRESS_AT = 6;

/** The pads for the open part: a kit's rows, keys, or the notes or chords of the key. */
export function Pads({ part }: { readonly part: OpenPart }) {
  const rows = useAppSelector(selectPads);
  const playIn = useAppSelector((state) => state.playIn);
  const handlers = usePadPointers(rows);
  const isKit = part.track.kind === 'drums';
  const kind = padKindOf(part, playIn);
  const isKeys = !isKit && kind === 'keys';
  return (
    <div role="group" aria-label={isKit ? 'Pads' : 'Keys'} style={AREA} {...handlers}>
      {rows.map((row, index) => (
        <div key={index} style={isKeys ? KEY_ROW : ROW}>
          {row.map((pad, column) => (
            <PadPress key={`${pad.pitches.join()} ${column}`} pad={pad} place={`${index} ${column}`} part={part} rows={rows} />
          ))}
          {isKeys && index % 2 === 0 ? <OctavePress part={part} isUp={index === 0} isKeys /> : null}
        </div>
      ))}
      {!isKit && kind === 'scale' ? (
        <div style={ROW}>
          <OctavePress part={part} isUp={false} isKeys={false} />
          <OctavePress part={part} isUp isKeys={false} />
        </div>
      ) : null}
    </div>
  );
}

function PadPress({
  pad,
  place,
  part,
  rows,
}: {
  readonly pad: Pad;
  readonly place: string;
  readonly part: OpenPart;
  readonly rows: PadRows;
}) {
  const { pressed } = useEffects();
  const lit = useSyncExternalStore(pressed.follow, pressed.now);
  const lettersPlay = useAppSelector((state) => state.playingIn.lettersPlay);
  const isDown = pad.pitches.every((pitch) => lit.has(pitch));
  const [pitch = 0] = pad.pitches;
  const isDark = pad.at !== undefined && isBlackKey(pitch);
  const isOfKey = pad.at !== undefined && part.key !== null && isInScale(part.key, pitch);
  const letter = lettersPlay && pad.code ? letterOf(pad.code) : null;
  const isLong = pad.name.length > ((rows[0]?.length ?? 0 > 6) ? 5 : 9);
  return (
    <button
      type="button"
      data-pad={place}
      data-down={isDown || undefined}
      aria-label={['Play', pad.name, pad.under, letter].filter(Boolean).join(' ')}
      style={{
        ...PAD,
        ...(pad.at ? { gridRow: 1, gridColumn: `${pad.at[0] + 1} / span ${pad.at[1]}` } : { flex: '1 1 0' }),
        background: isDown ? `var(--track${part.track.colour})` : isDark ? 'var(--ink)' : 'var(--paper)',
        color: isDown || isDark ? 'var(--paper)' : 'var(--ink)',
        fontWeight: pad.at && pitch % 12 === 0 ? 700 : 400,
        fontSize: isLong ? 11 : 14,
      }}
    >
      <span style={PAD_NAME}>{pad.name}</span>
      {pad.under ? <span style={UNDER}>{` ${pad.under}`}</span> : null}
      {isOfKey ? <span style={DOT} /> : null}
      {letter ? <span style={LETTER}>{` ${letter}`}</span> : null}
    </button>
  );
}

interface OctavePressProps {
  readonly part: OpenPart;
  readonly isUp: boolean;
  readonly isKeys: boolean;
}

/** Moves the pads an octave: in the gap between the keys, the upper row of each octave has one, or below all pads. */
function OctavePress({ part, isUp, isKeys }: OctavePressProps) {
  const dispatch = useAppDispatch();
  const playIn = useAppSelector((state) => state.playIn);
  const lowest = lowestKey(part, playIn);
  const to = lowest + (isUp ? 12 : -12);
  const isThere = to >= 0 && to <= 96;
  const title = isUp ? 'An octave up' : 'An octave down';
  return (
    <button
      type="button"
      aria-label={title}
      aria-disabled={!isThere || undefined}
      onClick={() => isThere && dispatch(playInSet({ lowest: to }))}
      style={{
        ...PAD,
        ...(isKeys ? { gridRow: 1, gridColumn: `${OCTAVE_PRESS_AT} / span 2` } : { flex: '1 1 0' }),
        ...OCTAVE,
        opacity: isThere ? 1 : 0.4,
      }}
    >
      {isUp ? 'up' : 'down'}
      <span aria-hidden>{isUp ? '↑' : '↓'}</span>
    </button>
  );
}

const AREA: CSSProperties = { display: 'flex', flexDirection: 'column', gap: 3, touchAction: 'none', userSelect: 'none' };
const ROW: CSSProperties = { display: 'flex', gap: 3 };
const KEY_ROW: CSSProperties = { display: 'grid', gridTemplateColumns: `repeat(${HALF_KEYS}, 1fr)`, columnGap: 3 };
const PAD: CSSProperties = {
  position: 'relative',
  minWidth: 0,
  height: 44,
  padding: 0,
  border: '1px solid var(--lineStrong)',
  borderRadius: 6,
  display: 'flex',
  flexDirection: 'column',
  alignItems: 'center',
  justifyContent: 'center',
  cursor: 'pointer',
  touchAction: 'none',
  fontFamily: 'inherit',
};
const PAD_NAME: CSSProperties = {
  maxWidth: '100%',
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
  pointerEvents: 'none',
};
const UNDER: CSSProperties = { fontSize: 11, lineHeight: '12px', pointerEvents: 'none' };
const LETTER: CSSProperties = { position: 'absolute', right: 4, bottom: 1, fontSize: 11, fontWeight: 700, pointerEvents: 'none' };
const DOT: CSSProperties = {
  position: 'absolute',
  left: 5,
  top: 5,
  width: 6,
  height: 6,
  borderRadius: 3,
  background: 'var(--head)',
  pointerEvents: 'none',
};
const OCTAVE: CSSProperties = { background: 'transparent', color: 'var(--ink)', borderStyle: 'dashed', fontSize: 13 };
