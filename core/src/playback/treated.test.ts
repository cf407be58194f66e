import { counter, note, songWith } from '../../test/make';
import { notesOf, type Document, type Treatment } from '../model';
import { cutAt, makeOwn, withoutPlacements } from '../song';
import { events } from '.';

const BAR = 80_640;

/** Two linked bars of one note, on C4. */
const base = songWith([note({ id: 'a', start: 0, pitch: 60 })]);
const [first] = base.placements;
const song: Document = {
  ...base,
  patterns: base.patterns.map((each) => ({ ...each, length: BAR })),
  placements: [
    { ...first!, id: 'one', start: 0, length: BAR },
    { ...first!, id: 'two', start: BAR, length: BAR },
  ],
};
const treatment = (id: string, parentId: string, order: number, semitones: number, on = true): Treatment => ({
  id,
  parentId,
  order,
  actionId: 'transpose',
  params: { semitones },
  on,
});
const pitches = (document: Document) => events(document, 0, 2 * BAR, { view: { kind: 'song' } }).map(({ pitch }) => pitch);

describe('an action kept live', () => {
  it('on a placement is heard there alone, on a track everywhere, in that order; the notes stay as they were written', () => {
    const treated = { ...song, treatments: [treatment('x', 'two', 0, 7), treatment('y', first!.trackId, 1, 12)] };
    expect(pitches(treated)).toEqual([72, 79]);
    expect(notesOf(treated, first!.patternId).map(({ pitch }) => pitch)).toEqual([60]);
    expect(pitches({ ...treated, treatments: [treatment('x', 'two', 0, 7, false)] })).toEqual([60, 60]);
  });

  it('is heard anew when the notes or its settings change, and is left out where its action is not known', () => {
    const treated = { ...song, treatments: [treatment('x', 'two', 0, 7)] };
    expect(pitches(treated)).toEqual([60, 67]);
    expect(pitches({ ...treated, treatments: [treatment('x', 'two', 0, 5)] })).toEqual([60, 65]);
    expect(pitches({ ...treated, notes: { [first!.patternId]: [note({ id: 'a', start: 0, pitch: 62 })] } })).toEqual([62, 69]);
    expect(pitches({ ...song, treatments: [{ ...treatment('x', 'two', 0, 7), actionId: 'unheard-of' }] })).toEqual([60, 60]);
  });

  it('on the song is heard on every track, but for a track or a place that has a feel of its own', () => {
    const other = { ...song.tracks[0]!, id: 'other', order: 1 };
    const two = { ...song.placements[1]!, id: 'there', trackId: 'other', start: 0 };
    const treated: Document = {
      ...song,
      tracks: [...song.tracks, other],
      placements: [...song.placements, two].sort((a, b) => a.start - b.start),
      treatments: [treatment('x', song.song.id, 0, 12)],
    };
    expect(pitches(treated)).toEqual([72, 72, 72]);
    const ownTrack = {
      ...treated,
      tracks: treated.tracks.map((each) => (each.id === 'other' ? { ...each, ownFeel: true as const } : each)),
    };
    expect(pitches(ownTrack).sort()).toEqual([60, 72, 72]);
    const ownPlace = {
      ...treated,
      placements: treated.placements.map((each) => (each.id === 'two' ? { ...each, ownFeel: true as const } : each)),
    };
    expect(pitches(ownPlace)).toEqual([72, 72, 60]);
  });

  it('by a rule that is not known, or has other settings, changes nothing', () => {
    const by = (rule: Treatment['rule']) => pitches({ ...song, treatments: [{ ...treatment('x', 'two', 0, 7), rule }] });
    expect(by({ ruleId: 'every-kth', params: { k: 1, n: 1 } })).toEqual([60, 67]);
    expect(by({ ruleId: 'unheard-of', params: {} })).toEqual([60, 60]);
    expect(by({ ruleId: 'every-kth', params: { k: 'first' } })).toEqual([60, 60]);
  });

  it('stays with its placement when that is cut or made own, and goes with it', () => {
    const treated = { ...song, placements: [{ ...song.placements[0]!, length: 2 * BAR }], treatments: [treatment('x', 'one', 0, 7)] };
    const cut = cutAt(treated, BAR, counter('c'));
    expect(cut.placements).toHaveLength(2);
    expect(pitches(cut)).toEqual([67, 67]);
    expect(pitches(makeOwn(cut, [cut.placements[1]!.id], counter('o')))).toEqual([67, 67]);
    expect(withoutPlacements(cut, [cut.placements[1]!.id]).treatments.map(({ parentId }) => parentId)).toEqual(['one']);
  });
});
