import fc from 'fast-check';
import { anySong } from '../../test/any-song';
import { counter, songWith } from '../../test/make';
import { soundById } from '../sounds';
import { notesOf, readDocument, SCHEMA_VERSION, songEnd, type Document as SongDocument } from '../model';
import { fittingDivision } from '../notes';
import { events } from '../playback';
import { barTicks, beatTicks, COMMON_TIME, gridOf, isOnGrid, TICKS_PER_QUARTER } from '../time';
import { newSong, newTrack, songLines, withTrack } from '.';
import { demoSong, demoSongs } from './demo';

describe('the demo', () => {
  const demo = demoSong(counter());
  const part = (name: string) => notesOf(demo, demo.patterns.find((pattern) => pattern.name === name)!.id);

  it('is three songs that open again, of sections that fill them, each with linked copies and tracks that all sound', () => {
    const songs = demoSongs(counter());
    expect(
      songs.map(({ song }) => [song.name, song.tempos[0]!.bpm, `${song.meters[0]!.numerator}/${song.meters[0]!.denominator}`]),
    ).toEqual([
      ['Tide Table', 108, '7/8'],
      ['Gull Parade', 134, '4/4'],
      ['Last Boat Home', 92, '4/4'],
    ]);
    for (const each of songs) {
      expect(readDocument(JSON.parse(JSON.stringify(each)))).toEqual({ ok: true, document: each });
      expect(songLines(each).every(({ section }) => section)).toBe(true);
      expect(each.sections.length).toBeGreaterThan(3);
      expect(each.patterns.some(({ id }) => each.placements.filter(({ patternId }) => patternId === id).length > 1)).toBe(true);
      // In every section something is heard, and every track is heard somewhere.
      const heard = (from: number, to: number) => events(each, from, to, { view: { kind: 'song' } });
      for (const { start, length } of each.sections) expect(heard(start, start + length).length).toBeGreaterThan(4);
      expect(new Set(heard(0, songEnd(each)).map(({ trackId }) => trackId)).size).toBe(each.tracks.length);
    }
  });

  it('has rows of five and of four eighths in bars of seven, which meet again after 140', () => {
    const tide = demoSongs(counter())[0]!;
    const eighth = TICKS_PER_QUARTER / 2;
    const at = (pitch: number, from: number, to: number) =>
      events(tide, from * eighth, to * eighth, { view: { kind: 'song' } })
        .filter((event) => event.pitch === pitch && tide.tracks.find(({ id }) => id === event.trackId)!.kind === 'drums')
        .map(({ tick }) => tick / eighth);
    expect(at(70, 0, 14)).toEqual([0, 2, 3, 5, 7, 8, 10, 12, 13]);
    expect(at(76, 0, 14)).toEqual([1, 5, 9, 13]);
  });

  it('turns a linked copy of the toms on by one swung eighth', () => {
    const third = TICKS_PER_QUARTER / 3;
    const loop = 8 * TICKS_PER_QUARTER;
    const toms = demo.tracks.find(({ name }) => name === 'Harbour Toms')!;
    const [plain, turned] = demo.placements.filter(({ trackId }) => trackId === toms.id);
    expect(plain!.patternId).toBe(turned!.patternId);
    const starts = ({ start }: { start: number }, chanceless: readonly number[]) =>
      events(demo, start, start + loop, { view: { kind: 'song' } })
        .filter(({ trackId, pitch, tick }) => trackId === toms.id && !(pitch === 50 && chanceless.includes((tick - start) / third)))
        .map(({ tick }) => (tick - start) / third);
    // The stroke that only comes seven times in ten is left out, wherever it lands.
    const written = starts(plain!, [20]);
    expect(written).toEqual([0, 2, 4, 8, 10, 12, 15, 23]);
    expect(starts(turned!, [21])).toEqual(written.map((at) => (at + 1) % 24).sort((a, b) => a - b));
  });

  it('swings, and has fives in it that stand exactly on fifths of a beat', () => {
    const bass = part('Bilge Bass');
    expect(fittingDivision(bass, COMMON_TIME)).toMatchObject({ unit: '1/8', count: 3, inSpaceOf: 2 });
    const fifths = gridOf({ unit: '1/16', count: 5, inSpaceOf: 4 }, COMMON_TIME);
    const fives = part('Deck Drums').filter(
      ({ start }) => start >= 7 * TICKS_PER_QUARTER && isOnGrid(fifths, start) && start % beatTicks(COMMON_TIME) > 0,
    );
    expect(fives).toHaveLength(4);
  });

  it('keeps to G dorian but for one leading note', () => {
    const dorian = new Set([7, 9, 10, 0, 2, 4, 5]);
    const outside = ['Bilge Bass', 'Lamp Keys', 'Fog Pad', 'Buoy Bells'].flatMap(part).filter(({ pitch }) => !dorian.has(pitch % 12));
    expect(outside.map(({ pitch }) => pitch)).toEqual([54]);
  });

  it('has a shaker that goes round every five swung eighths, so that it falls elsewhere in each bar', () => {
    const third = TICKS_PER_QUARTER / 3;
    const heard = events(demo, 0, 10 * third, { view: { kind: 'song' } }).filter(({ pitch }) => pitch === 70);
    expect(heard.map(({ tick }) => tick / third)).toEqual([0, 3, 5, 8]);
  });

  it('sounds in every bar of its verse, from drums to pad', () => {
    for (let bar = 4; bar < 12; bar++) {
      const heard = events(demo, bar * barTicks(COMMON_TIME), (bar + 1) * barTicks(COMMON_TIME), { view: { kind: 'song' } });
      const tracks = new Set(heard.map(({ trackId }) => trackId));
      for (const { id, name } of demo.tracks) if (!['Buoy Bells', 'Harbour Toms'].includes(name)) expect(tracks).toContain(id);
    }
  });
});

describe('a new song', () => {
  it('holds nothing that would have to be deleted first', () => {
    const song = newSong('s', 'Gull Parade', 1);
    expect([song.tracks, song.patterns, song.placements, song.notes]).toEqual([[], [], [], {}]);
  });

  it('gets tracks with rows to play, names apart, and symbols and colours apart', () => {
    let song = newSong('s', 'Gull Parade', 1);
    const newId = counter();
    for (const sound of ['quay-kit', 'lamp-keys', 'lamp-keys']) song = withTrack(song, newTrack(song, soundById(sound, 'drums'), newId));
    expect(song.tracks.map(({ name }) => name)).toEqual(['Quay kit', 'Lamp keys', 'Lamp keys 2']);
    const rows = song.tracks[0]!.rows.map(({ name }) => name);
    expect(rows.length).toBeGreaterThanOrEqual(12);
    expect(rows.slice(-4)).toEqual(['Rim', 'Clap', 'Snare', 'Kick']);
    expect(new Set(song.tracks.map(({ symbol, colour }) => `${symbol} ${colour}`)).size).toBe(3);
    expect(songEnd(song)).toBe(2 * barTicks(COMMON_TIME));
  });
});

describe('reading a stored song', () => {
  it('refuses what is none and what is newer, and says which', () => {
    expect(readDocument(null)).toMatchObject({ ok: false, code: 'notADocument' });
    expect(readDocument({ schemaVersion: SCHEMA_VERSION + 1 })).toMatchObject({ ok: false, code: 'newerVersion' });
    const document = songWith([]);
    expect(readDocument({ ...document, song: { ...document.song, tempos: [] } })).toMatchObject({ ok: false, code: 'notADocument' });
  });
});

it('a song from before there were sections opens with none', () => {
  const song = fc.sample(anySong, { numRuns: 1, seed: 9 })[0]!;
  const { sections: _none, ...before } = JSON.parse(JSON.stringify(song)) as SongDocument;
  const lifted = { ...song, sections: [], recordings: [], treatments: [], lanes: [], lanePoints: {} };
  expect(readDocument({ ...before, schemaVersion: 1 })).toEqual({ ok: true, document: lifted });
});
