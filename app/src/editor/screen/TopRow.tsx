import { useRouter } from 'expo-router';
import ArrowLeft from 'lucide-react/dist/esm/icons/arrow-left.mjs';
import Dots from 'lucide-react/dist/esm/icons/ellipsis.mjs';
import Send from 'lucide-react/dist/esm/icons/file-output.mjs';
import { useWindowDimensions } from 'react-native';
import { styled, View } from '@tamagui/core';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { Unseen } from '../../controls/Unseen';
import { Title, Words } from '../../controls/words';
import type { OpenPart } from '../../state/session/selectors';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { linkWords } from '../../sync/link';
import { songAddress } from '../../state/addresses';
import { useBpm } from '../sheets/song/SongSheet';
import { openSheet } from '../../acts/open-sheet';
import { PlayInPress } from './Dock';
import { TrackChips } from './TrackChips';
import type { ScreenShape } from './useScreenShape';
import { counted } from '@yibbo/core';

/** From this width on a low window has room for the press that opens pads, in pixels. */
const ROOM_FOR_PADS = 560;

/** Height of the row above the notes, in pixels: a thumb and its line. */
const ROW = 48;

/** The one row above the notes: back, the tracks, what is open and how long it is, the song. */
export function TopRow({ part, shape }: { readonly part: OpenPart; readonly shape: ScreenShape }) {
  const router = useRouter();
  const { width } = useWindowDimensions();
  return (
    <XStack
      render="header"
      alignItems="center"
      height={ROW}
      flexShrink={0}
      paddingHorizontal={4}
      backgroundColor="$paper"
      borderBottomWidth={1}
      borderColor="$line"
    >
      <Press label="Back to the song" icon={ArrowLeft} iconOnly onPress={() => router.navigate(songAddress(part.track.songId))} />
      {shape === 'wide' ? <SongName /> : <PhoneTracks part={part} />}
      {shape === 'low' && width >= ROOM_FOR_PADS ? <PlayInPress part={part} /> : null}
      <LengthPress part={part} />
      {shape === 'wide' ? <WideSongButtons /> : <SongDots />}
    </XStack>
  );
}

/** The song's name and whether it is saved. */
export function SongName() {
  const name = useAppSelector((state) => state.song.document?.song.name ?? '');
  const link = useAppSelector(({ song }) => linkWords(song));
  return (
    <YStack flexGrow={1} flexShrink={1} minWidth={0}>
      <Title oneLine data-asks="Name of the song" as="h1" style={{ fontSize: 18, lineHeight: '22px' }}>
        {name}
      </Title>
      <Words small faded role="status" data-testid="link" data-asks="How the song is kept">
        {link}
      </Words>
    </YStack>
  );
}

function PhoneTracks({ part }: { readonly part: OpenPart }) {
  const name = useAppSelector((state) => state.song.document?.song.name ?? '');
  return (
    <>
      <Unseen as="h1">{name}</Unseen>
      <TrackChips part={part} isRail={false} />
    </>
  );
}

const LengthFrame = styled(View, {
  render: 'button',
  minHeight: '$touch',
  minWidth: 56,
  flexShrink: 0,
  paddingHorizontal: 6,
  paddingVertical: 0,
  alignItems: 'center',
  justifyContent: 'center',
  borderWidth: 1,
  borderStyle: 'solid',
  borderColor: '$lineStrong',
  borderRadius: '$2',
  backgroundColor: '$card',
  cursor: 'pointer',
  hoverStyle: { backgroundColor: '$wash' },
});

/** From this width on the pattern's own name has room beside the track's, in pixels. */
const ROOM_FOR_NAME = 360;

/** How long the open pattern is; a press sets it. Its own name stands above where it has one. */
export function LengthPress({ part }: { readonly part: OpenPart }) {
  const dispatch = useAppDispatch();
  const bars = barsWords(part.bars);
  const { name } = part.pattern;
  const hasOwnName = name !== '' && name !== part.track.name;
  const hasRoom = useWindowDimensions().width >= ROOM_FOR_NAME;
  return (
    <LengthFrame
      aria-label={`${hasOwnName ? `${name}, ` : ''}${bars} long: set the length`}
      onPress={() => dispatch(openSheet({ kind: 'length' }))}
    >
      {hasOwnName && hasRoom ? (
        <Words tiny faded oneLine style={{ maxWidth: 70 }}>
          {name}
        </Words>
      ) : null}
      <Words small={hasOwnName} strong data-testid="bars" style={{ whiteSpace: 'nowrap' }}>
        {bars}
      </Words>
    </LengthFrame>
  );
}

/** "2 bars", "1 bar", "1.5 bars". */
function barsWords(bars: number): string {
  const rounded = Math.round(bars * 100) / 100;
  return counted(rounded, 'bar');
}

/** All that belongs to the song; a mark on it while something is not saved yet. */
export function SongDots({ hasStatus = true }: { readonly hasStatus?: boolean }) {
  const dispatch = useAppDispatch();
  return (
    <View position="relative">
      <Press label="Song: tempo, send out" icon={Dots} iconOnly onPress={() => dispatch(openSheet({ kind: 'song' }))} />
      {hasStatus ? <SavedMark /> : null}
    </View>
  );
}

function SavedMark() {
  const link = useAppSelector(({ song }) => linkWords(song));
  return (
    <>
      {link === 'Saved' || link === 'Saving …' ? null : (
        <View position="absolute" top={6} right={6} width={10} height={10} borderRadius="$3" backgroundColor="$act" pointerEvents="none" />
      )}
      <Unseen role="status" testID="link">
        {link}
      </Unseen>
    </>
  );
}

export function WideSongButtons() {
  const dispatch = useAppDispatch();
  const bpm = useBpm();
  const open = () => dispatch(openSheet({ kind: 'song' }));
  return (
    <XStack gap={4} paddingLeft={4}>
      <Press label={`Tempo, ${bpm} bpm`} shown={`${bpm} bpm`} look="raised" onPress={open} />
      <Press label="Song: tempo, send out" shown="Send out" icon={Send} look="raised" onPress={open} />
    </XStack>
  );
}
