import type { Track } from '@yibbo/core';

/** Each track's own mark, on a 24 by 24 field, so that nothing rests on colour alone. */
const SHAPES: Readonly<Record<Track['symbol'], string>> = {
  disc: 'M12 4a8 8 0 1 1 0 16a8 8 0 1 1 0-16z',
  wedge: 'M12 4L21 20H3z',
  block: 'M4 5h16v14H4z',
  kite: 'M12 2l9 10l-9 10l-9-10z',
  ring: 'M12 3a9 9 0 1 1 0 18a9 9 0 1 1 0-18zm0 5a4 4 0 1 0 0 8a4 4 0 1 0 0-8z',
  bars: 'M4 4h4v16H4zM10 4h4v16h-4zM16 4h4v16h-4z',
  arch: 'M3 20v-6a9 9 0 0 1 18 0v6h-5v-6a4 4 0 0 0-8 0v6z',
  cross: 'M9 3h6v6h6v6h-6v6H9v-6H3V9h6z',
};

export function TrackSymbol({ symbol, colour, size = 16 }: { readonly symbol: string; readonly colour: number; readonly size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 24 24" aria-hidden style={{ flexShrink: 0 }}>
      <path d={SHAPES[symbol as Track['symbol']] ?? SHAPES.disc} fill={`var(--track${colour})`} fillRule="evenodd" />
    </svg>
  );
}
