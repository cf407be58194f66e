import { Slot } from 'expo-router';
import { AppFrame } from '../src/theme/AppFrame';

export default function RootLayout() {
  return (
    <AppFrame>
      <Slot />
    </AppFrame>
  );
}
