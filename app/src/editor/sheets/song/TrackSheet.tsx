import { contentEnd, findById, TRACK_COLOURS, TRACK_SYMBOLS, type Id, type Track } from '@yibbo/core';
import { styled, View } from '@tamagui/core';
import { XStack } from '@tamagui/stacks';
import { NameField } from '../../../controls/NameField';
import { Press } from '../../../controls/Press';
import { TrackSymbol } from '../../../controls/TrackSymbol';
import { SoundSteps } from '../../sounds/SoundPress';
import { SheetFrame, SheetLine } from '../SheetFrame';
import { useAppDispatch, useAppSelector } from '../../../state/store';
import { openSheet } from '../../../acts/open-sheet';
import { newPatternAt, selectAll } from '../../../acts/song/placements';
import { deleteTrack, duplicateTrack, editTrack, moveTrack } from '../../../acts/song/tracks';
import { useOpenPlacement } from '../../screen/useOpenPlacement';
import { LevelSlider, TrackMore } from './LevelsSheet';
import { MutePress, OnlyPress } from './TrackPresses';

/** The whole track's adjustable actions, if any, shown at its first placement. */
function TrackTreatments({ track }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  const count = useAppSelector(
    ({ song: { document } }) => document?.treatments.filter(({ parentId }) => parentId === track.id).length ?? 0,
  );
  const placementId = useAppSelector(({ song: { document } }) => document?.placements.find(({ trackId }) => trackId === track.id)?.id);
  if (count === 0 || !placementId) return null;
  return (
    <Press
      label={`${count} adjustable on the track: show them`}
      look="raised"
      onPress={() => dispatch(openSheet({ kind: 'treatments', placementId }))}
    />
  );
}

/** One track: its name, levels, place among the others, colour and symbol; a pattern more; a copy; its end. */
export function TrackSheet({ trackId, isPanel }: { readonly trackId: Id; readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const document = useAppSelector((state) => state.song.document);
  const openPlacement = useOpenPlacement();
  const track = findById(document?.tracks ?? [], trackId);
  if (!track || !document) return null;
  const at = document.tracks.indexOf(track);
  const addPattern = () => {
    const made = dispatch(newPatternAt(trackId, contentEnd(document)));
    if (made) openPlacement(made);
  };
  return (
    <SheetFrame title={track.name} note={track.kind === 'drums' ? 'drums' : 'pitched'} isPanel={isPanel}>
      <SheetLine title="Name">
        <NameField
          key={trackId}
          of="the track"
          name={track.name}
          onKeep={(name) => dispatch(editTrack(trackId, `Named ${name}`, { name }))}
        />
      </SheetLine>
      <SoundSteps track={track} />
      <TrackTreatments track={track} />
      <XStack alignItems="center" gap={4} role="group" aria-label={`Levels of ${track.name}`}>
        <LevelSlider track={track} />
        <MutePress track={track} />
        <OnlyPress track={track} />
      </XStack>
      <TrackMore track={track} hasSound={false} />
      <XStack gap={4} flexWrap="wrap">
        <Press
          label={`Move ${track.name} up`}
          shown="Up"
          look="raised"
          disabled={at === 0}
          onPress={() => dispatch(moveTrack(trackId, -1))}
        />
        <Press
          label={`Move ${track.name} down`}
          shown="Down"
          look="raised"
          disabled={at === document.tracks.length - 1}
          onPress={() => dispatch(moveTrack(trackId, 1))}
        />
        <Press label={`New pattern at the end of ${track.name}`} shown="New pattern at the end" look="raised" onPress={addPattern} />
        <Press label={`Select all of ${track.name}`} shown="Select all" look="raised" onPress={() => dispatch(selectAll(trackId))} />
        <Press label={`Duplicate ${track.name}`} shown="Duplicate" look="raised" onPress={() => dispatch(duplicateTrack(trackId))} />
        <Press label={`Delete ${track.name}`} shown="Delete" look="raised" onPress={() => dispatch(deleteTrack(trackId))} />
      </XStack>
      <MarkLines track={track} />
    </SheetFrame>
  );
}

const MarkFrame = styled(View, {
  render: 'button',
  width: '$touch',
  height: '$touch',
  padding: 0,
  alignItems: 'center',
  justifyContent: 'center',
  borderWidth: 2,
  borderStyle: 'solid',
  borderColor: '$line',
  borderRadius: '$2',
  backgroundColor: '$card',
  cursor: 'pointer',
  variants: { isChosen: { true: { borderColor: '$act' } } } as const,
});

function MarkLines({ track }: { readonly track: Track }) {
  const dispatch = useAppDispatch();
  return (
    <>
      <XStack gap={4} flexWrap="wrap" role="group" aria-label="Colour">
        {Array.from({ length: TRACK_COLOURS }, (_, colour) => (
          <MarkFrame
            key={colour}
            aria-label={`Colour ${colour + 1}`}
            aria-pressed={colour === track.colour}
            isChosen={colour === track.colour}
            onPress={() => dispatch(editTrack(track.id, 'Colour', { colour }))}
          >
            <TrackSymbol symbol={track.symbol} colour={colour} size={22} />
          </MarkFrame>
        ))}
      </XStack>
      <XStack gap={4} flexWrap="wrap" role="group" aria-label="Symbol">
        {TRACK_SYMBOLS.map((symbol) => (
          <MarkFrame
            key={symbol}
            aria-label={`Symbol ${symbol}`}
            aria-pressed={symbol === track.symbol}
            isChosen={symbol === track.symbol}
            onPress={() => dispatch(editTrack(track.id, 'Symbol', { symbol }))}
          >
            <TrackSymbol symbol={symbol} colour={track.colour} size={22} />
          </MarkFrame>
        ))}
      </XStack>
    </>
  );
}
