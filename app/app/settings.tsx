import { SettingsScreen } from '../src/pages/settings/SettingsScreen';

export default function SettingsRoute() {
  return <SettingsScreen />;
}
