import { useLocalSearchParams } from 'expo-router';
import { PatternScreen } from '../../src/pattern/PatternScreen';

export default function SongRoute() {
  const { songId } = useLocalSearchParams<{ songId: string }>();
  return <PatternScreen key={songId} songId={songId} />;
}
