import { Slot, useLocalSearchParams } from 'expo-router';
import { OpenSong } from '../../../src/pages/song/OpenSong';

export default function SongLayout() {
  const { songId } = useLocalSearchParams<{ songId: string }>();
  return (
    <OpenSong key={songId} songId={songId}>
      <Slot />
    </OpenSong>
  );
}
