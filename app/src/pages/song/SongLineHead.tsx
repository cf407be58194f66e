import { counted, type Id, type SongLine, type Track, type Treatment } from '@yibbo/core';
import Folded from 'lucide-react/dist/esm/icons/chevron-right.mjs';
import Unfolded from 'lucide-react/dist/esm/icons/chevron-down.mjs';
import Longer from 'lucide-react/dist/esm/icons/move-horizontal.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import Names from 'lucide-react/dist/esm/icons/tag.mjs';
import { memo, useMemo, type CSSProperties } from 'react';
import { styled, View } from '@tamagui/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { TrackSymbol } from '../../controls/TrackSymbol';
import { Title, Words } from '../../controls/words';
import { openSheet } from '../../acts/open-sheet';
import { preferencesSet } from '../../state/preferences/preferences';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { LANE, RULER } from './layout';
import type { SectionHand } from './useSectionHand';

interface SongLineHeadProps {
  readonly line: SongLine;
  readonly bars: number;
  /** The section before it; null for the first line. */
  readonly after: Id | null;
  /** Null where there is nothing to fold: the only line of its page. */
  readonly folded: boolean | null;
  readonly onFold: (isFolded: boolean) => void;
  readonly hand: SectionHand;
}

/** Above the rows of a section: its name, how long it is, all that can be done with it. */
export function SongLineHead({ line, bars, after, folded, onFold, hand }: SongLineHeadProps) {
  const dispatch = useAppDispatch();
  const { section } = line;
  const name = section?.name ?? 'Without a name';
  const open = () => dispatch(openSheet({ kind: 'section', of: section ? { sectionId: section.id } : { after } }));
  return (
    <XStack alignItems="center" paddingLeft={folded === null ? 10 : 0} gap={8} borderTopWidth={1} borderColor="$lineStrong">
      {folded === null ? null : (
        <Press
          label={`${folded ? 'Unfold' : 'Fold'} ${name}`}
          icon={folded ? Folded : Unfolded}
          iconOnly
          expanded={!folded}
          onPress={() => onFold(!folded)}
        />
      )}
      <Title oneLine data-asks="Name of a section" as="h2" colour={section ? 'ink' : 'faded'} style={{ fontSize: 18, lineHeight: '22px' }}>
        {name}
      </Title>
      {section ? (
        <button
          type="button"
          style={LENGTH}
          aria-label={`${name}, ${counted(bars, 'bar')}: drag to lengthen, or arrows`}
          onPointerDown={(event) => hand.onPointerDown(line, event)}
          onKeyDown={(event) => hand.onKeyDown(line, event)}
          onClick={() => hand.wasDragged() || open()}
        >
          <Words small faded style={{ whiteSpace: 'nowrap' }}>
            {counted(bars, 'bar')}
          </Words>
          <Longer size={16} aria-hidden />
        </button>
      ) : (
        <Words small faded style={{ whiteSpace: 'nowrap' }}>
          {counted(bars, 'bar')}
        </Words>
      )}
      <View flexGrow={1} />
      <Press label={`${name}: duplicate, move, rename`} icon={Dots} iconOnly onPress={open} />
    </XStack>
  );
}

/** How long a section is, which is dragged sideways. */
const LENGTH: CSSProperties = {
  display: 'flex',
  alignItems: 'center',
  gap: 4,
  height: 44,
  padding: '0 4px',
  border: 0,
  background: 'transparent',
  color: 'var(--faded)',
  cursor: 'ew-resize',
  touchAction: 'none',
};

const RailFrame = styled(View, {
  render: 'button',
  flexDirection: 'row',
  alignItems: 'center',
  gap: 8,
  height: LANE,
  padding: 0,
  paddingLeft: 12,
  borderWidth: 0,
  backgroundColor: 'transparent',
  cursor: 'pointer',
  hoverStyle: { backgroundColor: '$wash' },
});

interface TrackRailProps {
  readonly tracks: readonly Track[];
  readonly width: number;
  /** Whether it stands at the first row of a section. */
  readonly isFirst: boolean;
}

/** The tracks beside their lanes; a press opens what a track is. Where it has no room for names, they lie over the lanes: in the first row of each
 *  section, or in all of them. */
export const TrackRail = memo(function TrackRail({ tracks, width, isFirst }: TrackRailProps) {
  const dispatch = useAppDispatch();
  const isWide = width > LANE;
  const namesEveryRow = useAppSelector((state) => state.preferences.namesEveryRow);
  const treatments = useAppSelector((state) => state.song.document?.treatments);
  const treated = useMemo(() => countsOf(treatments ?? []), [treatments]);
  return (
    <YStack width={width} flexShrink={0} boxShadow="inset -1px 0 0 var(--line)" position="relative">
      {isWide || !isFirst ? (
        <View height={RULER} />
      ) : (
        <Press
          label="Names of the tracks in every row"
          icon={Names}
          iconOnly
          pressed={namesEveryRow}
          onPress={() => dispatch(preferencesSet({ namesEveryRow: !namesEveryRow }))}
        />
      )}
      {tracks.map((track) => (
        <RailFrame
          key={track.id}
          aria-label={`Track ${track.name}${track.muted ? ', muted' : ''}${treated.has(track.id) ? `, ${treated.get(track.id)} adjustable` : ''}`}
          opacity={track.muted ? 0.5 : 1}
          onPress={() => dispatch(openSheet({ kind: 'track', trackId: track.id }))}
        >
          <TrackSymbol symbol={track.symbol} colour={track.colour} />
          {treated.has(track.id) ? (
            <span aria-hidden style={TREATED}>
              {treated.get(track.id)}
            </span>
          ) : null}
          {isWide ? (
            <Words oneLine style={{ textDecorationLine: track.muted ? 'line-through' : 'none' }}>
              {track.name}
            </Words>
          ) : null}
        </RailFrame>
      ))}
      {!isWide && (isFirst || namesEveryRow)
        ? tracks.map((track, index) => (
            <span key={track.id} aria-hidden style={{ ...LANE_NAME, top: RULER + index * LANE }}>
              {track.name}
            </span>
          ))
        : null}
    </YStack>
  );
});

/** How many actions are kept adjustable on each thing that has any. */
function countsOf(treatments: readonly Treatment[]): ReadonlyMap<Id, number> {
  const counts = new Map<Id, number>();
  for (const { parentId } of treatments) counts.set(parentId, (counts.get(parentId) ?? 0) + 1);
  return counts;
}

/** How many, small beside the track's symbol. */
const TREATED: CSSProperties = {
  minWidth: 14,
  padding: '0 3px',
  border: '1px solid var(--lineStrong)',
  borderRadius: 3,
  color: 'var(--ink)',
  fontSize: 11,
  lineHeight: '14px',
  textAlign: 'center',
};

/** Over the beginning of its lane, where presses go through to what lies there. */
const LANE_NAME: CSSProperties = {
  position: 'absolute',
  left: LANE,
  zIndex: 3,
  maxWidth: 110,
  padding: '0 4px',
  borderRadius: '0 0 4px 0',
  background: 'var(--card)',
  color: 'var(--ink)',
  fontSize: 11,
  lineHeight: '14px',
  overflow: 'hidden',
  textOverflow: 'ellipsis',
  whiteSpace: 'nowrap',
  pointerEvents: 'none',
};
