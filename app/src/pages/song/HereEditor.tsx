import Close from 'lucide-react/dist/esm/icons/x.mjs';
import Widen from 'lucide-react/dist/esm/icons/maximize-2.mjs';
import { useEffect, useRef } from 'react';
import { XStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { TrackSymbol } from '../../controls/TrackSymbol';
import { Words } from '../../controls/words';
import { GridWords } from '../../editor/screen/GridWords';
import { PartGrid } from '../../editor/screen/PartGrid';
import { LengthPress } from '../../editor/screen/TopRow';
import { useFirstGrid } from '../../editor/screen/useFirstGrid';
import type { OpenPart } from '../../state/session/selectors';
import { useOpenPlacement } from '../../editor/screen/useOpenPlacement';
import { useOpenHere } from './useOpenHere';

interface HereEditorProps {
  readonly part: OpenPart;
  /** In pixels. */
  readonly height: number;
}

/** A pattern opened on the song page, under the row it is placed in: the same notes and the same hands as full size, with the other tracks in
 *  view. */
export function HereEditor({ part, height }: HereEditorProps) {
  const openHere = useOpenHere();
  const open = useOpenPlacement();
  const frame = useRef<HTMLDivElement>(null);
  useFirstGrid(part);
  const { id } = part.placement;
  useEffect(() => {
    // Do not return its result to React: newer browsers return a promise.
    frame.current?.scrollIntoView({ block: 'end' });
  }, [id, height]);
  return (
    <div
      ref={frame}
      role="region"
      aria-label={`${part.pattern.name}, opened here`}
      data-testid="here"
      style={{
        height,
        boxSizing: 'border-box',
        display: 'flex',
        flexDirection: 'column',
        borderTop: '3px solid var(--act)',
        borderBottom: '3px solid var(--act)',
      }}
    >
      <XStack alignItems="center" gap={8} paddingLeft={10} flexShrink={0} backgroundColor="$card">
        <TrackSymbol symbol={part.track.symbol} colour={part.track.colour} />
        <Words strong oneLine style={{ flexGrow: 1, flexShrink: 1 }}>
          {part.track.name}
        </Words>
        <LengthPress part={part} />
        <Press label="Open full size" icon={Widen} iconOnly onPress={() => open(id)} />
        <Press label={`Close ${part.pattern.name}`} icon={Close} iconOnly onPress={() => openHere(null)} />
      </XStack>
      <div style={{ flex: 1, minHeight: 0, position: 'relative', display: 'flex', flexDirection: 'column' }}>
        <PartGrid part={part} />
        <div style={{ position: 'absolute', left: 0, right: 0, bottom: 0, zIndex: 3, pointerEvents: 'none' }}>
          <GridWords part={part} />
        </div>
      </div>
    </div>
  );
}
