import { EnterScreen } from '../src/settings/EnterScreen';

export default function EnterRoute() {
  return <EnterScreen />;
}
