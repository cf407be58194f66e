import { actionFigures, importFigure, renderFigure } from './core';
import { browserFigures } from './browser';
import { editingFigures } from './editing';
import { engineFigures } from './engines';
import { growthFigures } from './growth';
import { isReached, line, type Figure } from './figure';
import { phoneFigures } from './phone';
import { playingInFigures } from './playing-in';
import { playbackFigures } from './playback';
import { recordingFigures } from './recordings';
import { saveFigures } from './save';
import { songPageFigures } from './song-page';
import { soundFigures } from './sound-choice';
import { surviveFigures } from './survive';

const root = process.env.YIBBO_ROOT!;
/** Names of the rows to measure; all if none is named. */
const wanted = process.argv.slice(2);

const PARTS: Readonly<Record<string, () => Iterable<Figure> | AsyncIterable<Figure>>> = {
  actions: actionFigures,
  growth: growthFigures,
  import: () => [importFigure()],
  playback: playbackFigures,
  render: () => [renderFigure(8), renderFigure(16)],
  sounds: () => soundFigures(root),
  song: () => songPageFigures(root),
  save: () => saveFigures(root),
  survive: () => surviveFigures(root),
  browser: () => browserFigures(root),
  editing: () => editingFigures(root),
  phone: () => phoneFigures(root),
  'playing-in': () => playingInFigures(root),
  recordings: () => recordingFigures(root),
  engines: () => engineFigures(root),
};

console.log('| what | ratio | to reach | reached | in this run |\n|---|---|---|---|---|');
const missed: string[] = [];
for (const [name, measure] of Object.entries(PARTS)) {
  if (wanted.length && !wanted.includes(name)) continue;
  for await (const figure of measure()) {
    console.log(line(figure));
    if (!isReached(figure)) missed.push(figure.what);
    // Results held by weak references are released only between tasks.
    await new Promise((resume) => setImmediate(resume));
  }
}
console.log(missed.length ? `\n${missed.length} missed.` : '\nAll reached.');
process.exit(0);
