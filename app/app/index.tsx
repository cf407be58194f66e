import { SongsScreen } from '../src/pages/songs/SongsScreen';

export default function SongsRoute() {
  return <SongsScreen />;
}
