import { useLocalSearchParams } from 'expo-router';
import { SongStart } from '../../../src/song/SongStart';

export default function SongRoute() {
  const { sound } = useLocalSearchParams<{ sound?: string }>();
  return <SongStart soundId={sound} />;
}
