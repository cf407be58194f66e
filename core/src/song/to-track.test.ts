import fc from 'fast-check';
import { anySong } from '../../test/any-song';
import { counter, note } from '../../test/make';
import { applyOwn, diff, invert } from '../change';
import { checkDocument, notesOf } from '../model';
import { events } from '../playback';
import { contentEnd, copiedToTrack, drumRowsFor } from '.';

it('a part on another track sounds there as it did, linked or own, and undo takes it back', () => {
  let sounding = 0;
  fc.assert(
    fc.property(anySong, fc.nat(7), fc.nat(3), fc.constantFrom('linked' as const, 'own' as const), (song, pick, to, mode) => {
      fc.pre(song.placements.length > 0 && song.tracks.length > 1);
      const source = song.placements[pick % song.placements.length]!;
      const target = song.tracks.filter(({ id }) => id !== source.trackId)[to % (song.tracks.length - 1)]!;
      // Alone, so that nothing else of either track takes part; with pitches as they are.
      const alone = {
        ...song,
        placements: [{ ...source, muted: false }],
        treatments: song.treatments.filter(({ parentId }) => parentId === source.id),
        tracks: song.tracks.map((each) => ({ ...each, kind: 'pitched' as const, rows: [], muted: false, soloed: false })),
      };
      const copied = copiedToTrack(alone, source.id, target.id, { mode, landing: 'merge' }, counter('x'));
      expect(checkDocument(copied)).toBeNull();
      const heard = (trackId: string) =>
        events(copied, 0, contentEnd(copied), { view: { kind: 'song' } })
          .filter((event) => event.trackId === trackId)
          .map(({ tick, pitch }) => `${tick} ${pitch}`);
      const isSure = notesOf(song, source.patternId).every(({ chance, oneOf }) => chance === undefined && oneOf === undefined);
      if (isSure) expect(heard(target.id)).toEqual(heard(source.trackId));
      if (isSure && heard(target.id).length) sounding++;
      expect(copied.patterns.length - alone.patterns.length).toBe(mode === 'own' ? 1 : 0);
      const change = { id: 'c', label: '', at: 0, device: 'd', entries: diff(alone, copied) };
      expect(applyOwn(applyOwn(alone, change), invert(change, { id: 'u', label: '', at: 0, device: 'd' }))).toEqual(alone);
    }),
  );
  expect(sounding).toBeGreaterThan(15);
});

it('pitches go onto a kit from its lowest drum up, and drums that it has stay', () => {
  const rows = [38, 42, 36].map((pitch) => ({ pitch, name: '' }));
  const notes = (...pitches: number[]) => pitches.map((pitch, index) => note({ id: `n${index}`, pitch }));
  expect([...drumRowsFor(notes(72, 60, 60, 64, 67), rows)]).toEqual([
    [60, 36],
    [64, 38],
    [67, 42],
    [72, 42],
  ]);
  expect(drumRowsFor(notes(36, 42), rows).size).toBe(0);
});
