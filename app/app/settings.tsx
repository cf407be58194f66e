import { SettingsScreen } from '../src/settings/SettingsScreen';

export default function SettingsRoute() {
  return <SettingsScreen />;
}
