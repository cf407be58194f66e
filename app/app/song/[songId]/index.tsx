import { useLocalSearchParams } from 'expo-router';
import { SongStart } from '../../../src/pages/song/SongStart';

export default function SongRoute() {
  const { sound, here } = useLocalSearchParams<{ sound?: string; here?: string }>();
  return <SongStart soundId={sound} hereId={here ?? null} />;
}
