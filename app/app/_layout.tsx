import { Slot } from 'expo-router';
import { AppFrame } from '../src/root/AppFrame';

export default function RootLayout() {
  return (
    <AppFrame>
      <Slot />
    </AppFrame>
  );
}
