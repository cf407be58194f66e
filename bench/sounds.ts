/** npm run sounds: what is measured of every sound, and what is off. */
import { KITS, kitRows, songEnd, SOUNDS } from '../core/src';
import { demoSongs } from '../core/src/song/demo';
import { figuresOf, type SoundFigures } from '../core/src/measure/figures';
import { faultsOf } from '../core/src/measure/limits';
import { rangeFigures, type RangeFigures } from '../core/src/measure/range';
import { songFigures } from '../core/src/measure/song';

const header = ['sound', 'LUFS', 'to be', 'phone', 'Hz', '>15k', 'brighter', 'uneven', 'off'];
const rows = [
  ...KITS.flatMap((kit) => [...kitRows(kit).map(({ pitch }) => pitch), 22, 23, 25, 44].map((pitch) => rowOf(figuresOf(kit, pitch), pitch))),
  ...SOUNDS.flatMap((sound) => (sound.kind === 'pitched' ? [rowOf(figuresOf(sound), sound.family, rangeFigures(sound))] : [])),
];
const widths = header.map((title, column) => Math.max(title.length, ...rows.map((row) => row[column]!.length)));
for (const row of [header, ...rows])
  console.log(
    row
      .map((cell, column) => (column === 0 || column === 8 ? cell.padEnd(widths[column]!) : cell.padStart(widths[column]!)))
      .join('  ')
      .trimEnd(),
  );
const off = rows.filter((row) => row[8]).length;
console.log(off ? `${off} of ${rows.length} are off.` : `${rows.length} sounds, none off.`);

function rowOf(figures: SoundFigures, of: number | string, range?: RangeFigures): string[] {
  const { name, loudness, target, lostOnPhone, centroid, above15k, brighter } = figures;
  return [
    name,
    loudness.toFixed(1),
    target.toFixed(0),
    lostOnPhone.toFixed(1),
    centroid.toFixed(0),
    `${(above15k * 100).toFixed(0)} %`,
    `${(brighter * 100).toFixed(0)} %`,
    range ? range.spread.toFixed(1) : '',
    [...faultsOf(figures, of), ...(range && (range.spread > 6 || range.jump > 3) ? ['uneven'] : [])].join(', '),
  ];
}

console.log('\nThe demo, from beginning to end');
let made = 0;
for (const song of demoSongs(() => `id${made++}`)) {
  const { lufs, truePeak, width, highs } = songFigures(song, { start: 0, end: songEnd(song) });
  const figures = [
    `${lufs.toFixed(1)} LUFS`,
    `true peak ${truePeak.toFixed(1)} dB`,
    `side ${width.toFixed(1)} dB`,
    `2 to 12 kHz ${highs.toFixed(1)} dB`,
  ];
  console.log(`${song.song.name}: ${figures.join(', ')}`);
}
