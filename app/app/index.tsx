import { SongsScreen } from '../src/songs/SongsScreen';

export default function SongsRoute() {
  return <SongsScreen />;
}
