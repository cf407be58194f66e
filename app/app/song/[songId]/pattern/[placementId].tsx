import { useLocalSearchParams } from 'expo-router';
import { PatternScreen } from '../../../../src/pages/pattern/PatternScreen';

export default function PatternRoute() {
  const { placementId, bar } = useLocalSearchParams<{ placementId: string; bar?: string }>();
  return <PatternScreen placementId={placementId} bar={bar === undefined ? null : Number(bar)} />;
}
