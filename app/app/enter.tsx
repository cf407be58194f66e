import { EnterScreen } from '../src/pages/settings/EnterScreen';

export default function EnterRoute() {
  return <EnterScreen />;
}
