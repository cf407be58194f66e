import { counter } from '../../../test/make';
import { songFigures } from '../../measure/song';
import { demoSongs } from '.';

const SECOND_CHORUS: Readonly<Record<string, string>> = {
  'Tide Table': 'High water 2',
  'Gull Parade': 'Chorus 2',
  'Last Boat Home': 'Crossing 2',
};

it.each(demoSongs(counter()).map((song) => [song.song.name, song] as const))(
  '%s is at its height as loud, as wide and as bright as a finished song',
  (name, song) => {
    const { start, length } = song.sections.find((section) => section.name === SECOND_CHORUS[name])!;
    const { lufs, truePeak, width, highs } = songFigures(song, { start, end: start + length / 2 });
    expect(lufs).toBeGreaterThan(-17);
    expect(lufs).toBeLessThan(-12.5);
    expect(truePeak).toBeLessThanOrEqual(-1);
    expect(width).toBeGreaterThan(-10.5);
    expect(width).toBeLessThan(-6);
    expect(highs).toBeGreaterThan(-19.5);
  },
);
