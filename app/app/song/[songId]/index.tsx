import { SongStart } from '../../../src/song/SongStart';

export default function SongRoute() {
  return <SongStart />;
}
