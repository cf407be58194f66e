import { counter } from '../../../test/make';
import { SAMPLE_RATE } from '../../audio';
import { SoundEngine } from '../../audio/engine';
import { CHUNK } from '../../audio/workbench';
import { songFigures } from '../../measure/song';
import { songEnd, type Document } from '../../model';
import { events, type PlayEvent } from '../../playback';
import { EngineFeed } from '../../render';
import { TICKS_PER_QUARTER } from '../../time';
import { demoSongs } from '.';

const SECOND_CHORUS: Readonly<Record<string, string>> = {
  'Tide Table': 'High water 2',
  'Gull Parade': 'Chorus 2',
  'Last Boat Home': 'Crossing 2',
};

const SONGS = demoSongs(counter()).map((song) => [song.song.name, song] as const);
const heardIn = (song: Document, from = 0, to = songEnd(song)) => events(song, from, to, { view: { kind: 'song' } });
const isPitched = (song: Document, { trackId }: PlayEvent) => song.tracks.find(({ id }) => id === trackId)!.kind === 'pitched';
const barOf = (song: Document, tick: number) => {
  const { numerator, denominator } = song.song.meters[0]!;
  return Math.floor(tick / ((TICKS_PER_QUARTER * 4 * numerator) / denominator)) + 1;
};

describe.each(SONGS)('%s', (name, song) => {
  it('is at its height as loud, as wide and as bright as a finished song', () => {
    const { start, length } = song.sections.find((section) => section.name === SECOND_CHORUS[name])!;
    const { lufs, truePeak, width, highs } = songFigures(song, { start, end: start + length / 2 });
    expect(lufs).toBeGreaterThan(-17);
    expect(lufs).toBeLessThan(-12.5);
    expect(truePeak).toBeLessThanOrEqual(-1);
    expect(width).toBeGreaterThan(-10.5);
    expect(width).toBeLessThan(-6);
    expect(highs).toBeGreaterThan(-19.5);
  });

  it('leaves its limiter little to do: never more than 2 dB', () => {
    const over = song.sections.flatMap(({ name: section, start, length }) => {
      const engine = new SoundEngine(-CHUNK);
      // The first half of each section: where it begins most comes together.
      const feed = new EngineFeed(song, { start, end: start + length / 2, trackIds: null });
      for (const message of feed.begin()) engine.post(message);
      const block = [new Float32Array(8192), new Float32Array(8192)] as const;
      const found: string[] = [];
      for (let frame = 0; frame < feed.frames; frame += 8192) {
        for (const message of feed.until(frame + 3 * 8192)) engine.post(message);
        engine.render(...block);
        const db = 20 * Math.log10(engine.takeLeastGain());
        if (db < -2) found.push(`${section}, ${(frame / SAMPLE_RATE).toFixed(1)} s: ${db.toFixed(1)} dB`);
      }
      return found;
    });
    expect(over).toEqual([]);
  });

  it('holds no semitone and no minor ninth between two parts for a beat', () => {
    const pitched = heardIn(song).filter((event) => isPitched(song, event));
    const rubs = pitched.flatMap((one) =>
      pitched.flatMap((other) => {
        const together = Math.min(one.tick + one.lengthTicks, other.tick + other.lengthTicks) - Math.max(one.tick, other.tick);
        const apart = other.pitch - one.pitch;
        const rubs = one.trackId !== other.trackId && (apart === 1 || apart === 13) && together >= TICKS_PER_QUARTER;
        return rubs ? [`bar ${barOf(song, Math.max(one.tick, other.tick))}: ${one.pitch} under ${other.pitch}`] : [];
      }),
    );
    expect([...new Set(rubs)]).toEqual([]);
  });

  it('has no third below C3 within a part', () => {
    const low = heardIn(song).filter((event) => event.pitch < 52 && isPitched(song, event));
    const thirds = low.flatMap((one) =>
      low.flatMap((other) => {
        const isTogether = other.tick < one.tick + one.lengthTicks && one.tick < other.tick + other.lengthTicks;
        const apart = other.pitch - one.pitch;
        const isThird = one.trackId === other.trackId && one.pitch < 48 && (apart === 3 || apart === 4) && isTogether;
        return isThird ? [`bar ${barOf(song, other.tick)}: ${one.pitch} under ${other.pitch}`] : [];
      }),
    );
    expect([...new Set(thirds)]).toEqual([]);
  });

  it('differs somewhere wherever eight bars come again', () => {
    const { numerator, denominator } = song.song.meters[0]!;
    const eight = (8 * TICKS_PER_QUARTER * 4 * numerator) / denominator;
    const whole = song.sections.filter(({ length }) => length === eight);
    // As written, so that chance alone makes no difference.
    const chancy = new Set(
      Object.values(song.notes).flatMap((notes) =>
        notes.filter((note) => note.chance !== undefined || note.oneOf || note.passes).map(({ id }) => id),
      ),
    );
    const figures = whole.map(({ start }) =>
      heardIn(song, start, start + eight)
        .filter(({ noteId }) => !chancy.has(noteId))
        .map((event) => [event.trackId, event.tick - start, event.pitch, event.velocity].join(' '))
        .sort()
        .join(),
    );
    expect(figures.length).toBeGreaterThan(2);
    expect(new Set(figures).size).toBe(figures.length);
  });

  it('has six velocities and more in each drum part', () => {
    const drums = song.tracks.filter(({ kind }) => kind === 'drums');
    for (const { id, name: track } of drums) {
      const velocities = new Set(heardIn(song).flatMap((event) => (event.trackId === id ? [event.velocity] : [])));
      expect([track, velocities.size >= 6]).toEqual([track, true]);
    }
  });
});

it('Tide Table ends slower than it went, and its hats and snare breathe: three levels and more, ghosts among them', () => {
  const song = SONGS.find(([name]) => name === 'Tide Table')![1];
  expect(song.song.tempos.at(-1)!.bpm).toBeLessThan(0.7 * song.song.tempos[0]!.bpm);
  const velocities = (pitch: number) => [
    ...new Set(heardIn(song).flatMap((event) => (event.pitch === pitch && !isPitched(song, event) ? [event.velocity] : []))),
  ];
  expect(velocities(42).length).toBeGreaterThanOrEqual(3);
  expect(velocities(38).length).toBeGreaterThanOrEqual(3);
  expect(velocities(38).some((velocity) => velocity >= 25 && velocity <= 40)).toBe(true);
});
