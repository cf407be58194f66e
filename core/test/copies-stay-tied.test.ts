import {
  clipOf,
  copiedToTrack,
  copyTime,
  cutWhereItRepeats,
  events,
  makeOwn,
  newTrack,
  notesOf,
  soundById,
  withTrack,
  withVariant,
  type Document,
} from '../src';
import { counter, note, PATTERN, run, songWith } from './make';

const STEP = 5040;
const BAR = 16 * STEP;

/** Two bars, the first with a note of even chance cut in four and, of two others cut in two, one or the other. */
function tied(): Document {
  const plain = songWith([
    note({ id: 'even', pitch: 60, length: 4 * STEP }),
    note({ id: 'one', pitch: 64, start: 4 * STEP, length: 2 * STEP }),
    note({ id: 'other', pitch: 67, start: 4 * STEP, length: 2 * STEP }),
    // Another bar, so that cutting where it repeats has something to cut.
    note({ id: 'late', pitch: 40, start: BAR }),
  ]);
  const grouped = run(run(plain, 'chance', { percent: 50 }, ['even']).after, 'one-of', {}, ['one', 'other']).after;
  const newId = counter('piece');
  const quartered = run(grouped, 'split-parts', { parts: 4 }, ['even'], { newId }).after;
  return run(quartered, 'split-parts', { parts: 2 }, ['one', 'other'], { newId }).after;
}

/** The pitches heard in a range of the song, in order, as text. */
function heard(song: Document, from: number, seed: number, trackId = 'track'): string {
  const drawn = { ...song, song: { ...song.song, seed } };
  const found = events(drawn, from, from + BAR, { view: { kind: 'song' } });
  return found.flatMap((event) => (event.trackId === trackId && event.pitch >= 60 ? [event.pitch] : [])).join(' ');
}

/** All four pieces or none, then both pieces of one of the two. */
const TIED = ['60 60 60 60 64 64', '60 60 60 60 67 67', '64 64', '67 67'];

const linked = (song: Document) => {
  const [placement] = song.placements;
  return { ...song, placements: [placement!, { ...placement!, id: 'again', start: 2 * BAR }] };
};

const METERS = [{ tick: 0, numerator: 4, denominator: 4 }];
const copied = notesOf(tied(), PATTERN).filter(({ pitch }) => pitch >= 60);
const clip = clipOf(copied, METERS);

/** Every way there is to copy notes: the song after it, and where the copy sounds. */
const WAYS: Readonly<Record<string, () => { song: Document; at: number; trackId?: string }>> = {
  'made own': () => ({ song: makeOwn(linked(tied()), ['again'], counter('x')), at: 2 * BAR }),
  'another variant': () => ({ song: withVariant(tied(), 'placement', counter('x')), at: 0 }),
  'bars of their own': () => ({ song: copyTime(tied(), [0, 2 * BAR], 2 * BAR, 'own', counter('x')), at: 2 * BAR }),
  'on another track': () => {
    const ids = ['keys', 'empty', 'there'];
    const more = withTrack(
      tied(),
      newTrack(tied(), soundById('lamp-keys', 'pitched'), () => ids.shift()!, 2),
    );
    const copied = copiedToTrack(more, 'placement', 'keys', { mode: 'own', landing: 'replace' }, counter('x'));
    return { song: copied, at: 0, trackId: 'keys' };
  },
  duplicated: () => ({
    song: run(
      tied(),
      'duplicate',
      { roundTo: 'bar' },
      notesOf(tied(), PATTERN).map(({ id }) => id),
    ).after,
    at: 2 * BAR,
  }),
  repeated: () => ({ song: run(tied(), 'repeat', { until: 'times', times: 2, roundTo: 'bar' }).after, at: 2 * BAR }),
  pasted: () => ({ song: run(tied(), 'paste', {}, [], { clip, at: { tick: BAR, pitch: 60, isChosen: true } }).after, at: BAR }),
  'the best bar': () => ({ song: run(tied(), 'best-bar', { bar: 1 }).after, at: BAR }),
};

/** The same song with its pattern long enough for what was put beyond its end. */
function roomy({ song, ...rest }: ReturnType<(typeof WAYS)[string]>) {
  const isShort = ({ id }: { readonly id: string }) => id === PATTERN && notesOf(song, id).some(({ start }) => start >= 2 * BAR);
  const patterns = song.patterns.map((each) => (isShort(each) ? { ...each, length: 8 * BAR } : each));
  const placements = song.placements.map((each) =>
    patterns.some(({ id, length }) => id === each.patternId && length > 2 * BAR) ? { ...each, length: 8 * BAR } : each,
  );
  return { song: { ...song, patterns, placements }, ...rest };
}

it.each(Object.keys(WAYS))('pieces of one note and groups stay together when they are copied: %s', (way) => {
  const { song, at, trackId } = roomy(WAYS[way]!());
  const drawn = new Set(Array.from({ length: 60 }, (_, seed) => heard(song, at, seed, trackId)));
  expect([...drawn].sort()).toEqual(TIED);
});

it('pieces of one note stay together where a long pattern is cut into bars', () => {
  const later = [1, 2, 3].map((bar) => note({ id: `late${bar}`, pitch: 40, start: bar * BAR }));
  const plain = songWith([note({ id: 'even', length: 4 * STEP, chance: 50 }), ...later], 4);
  const cut = cutWhereItRepeats(run(plain, 'split-parts', { parts: 4 }, ['even']).after, ['placement'], counter('x'));
  expect(cut.placements).toHaveLength(2);
  expect([...new Set(Array.from({ length: 40 }, (_, seed) => heard(cut, 0, seed)))].sort()).toEqual(['', '60 60 60 60']);
});

it('of pieces without the first of them, the copies share one draw of their own', () => {
  const later = copied.filter(({ id, pitch }) => pitch === 60 && id !== 'even');
  const { after } = run(tied(), 'paste', {}, [], { clip: clipOf(later, METERS), at: { tick: BAR, pitch: 60, isChosen: true } });
  const drawn = new Set(Array.from({ length: 40 }, (_, seed) => heard(after, BAR, seed)));
  expect([...drawn].sort()).toEqual(['', '60 60 60']);
  const originals = Array.from({ length: 40 }, (_, seed) => heard(after, 0, seed).startsWith('60'));
  const copies = Array.from({ length: 40 }, (_, seed) => heard(after, BAR, seed) !== '');
  expect(copies).not.toEqual(originals);
});
