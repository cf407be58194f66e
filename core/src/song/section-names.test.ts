import { counter } from '../../test/make';
import type { Section } from '../model';
import { addSection, duplicateSection, newSong } from '.';

const song = (...names: readonly string[]) => {
  const newId = counter('s');
  const plain = names.reduce((each, _name, index) => addSection(each, `x${index}`, 4 * 80_640, newId), newSong('song', 'Song', 1));
  return { ...plain, sections: plain.sections.map((section, index): Section => ({ ...section, name: names[index]! })) };
};
const afterCopying = (names: readonly string[], index: number, times = 1) => {
  const document = song(...names);
  return duplicateSection(document, document.sections[index]!.id, 'linked', counter('c'), times).sections.map(({ name }) => name);
};

it.each([
  [['Verse', 'Chorus'], 0, 1, ['Verse', 'Verse 2', 'Chorus']],
  [['Verse', 'Chorus', 'Verse 2', 'Chorus 2'], 0, 1, ['Verse', 'Verse 2', 'Chorus', 'Verse 3', 'Chorus 2']],
  [['Verse', 'Verse 2'], 1, 2, ['Verse', 'Verse 2', 'Verse 3', 'Verse 4']],
  [['Verse', 'Verse 2', 'Verse 5'], 0, 1, ['Verse', 'Verse 2', 'Verse 3', 'Verse 6']],
  [['Verse 2', 'Verse'], 1, 1, ['Verse 2', 'Verse', 'Verse 3']],
  [['Take 9', 'Break'], 0, 1, ['Take 9', 'Take 10', 'Break']],
] as const)('of %j number %i, copied %i times: %j', (names, index, times, expected) => {
  expect(afterCopying(names, index, times)).toEqual(expected);
});

it('a new section moves the end of the song on where that would come before its own, and sets none', () => {
  const plain = newSong('song', 'Song', 1);
  const bar = 80_640;
  const end = (set: number | undefined) => {
    const song = set === undefined ? plain : { ...plain, song: { ...plain.song, end: set } };
    return addSection(song, 'Verse', 8 * bar, counter('e')).song.end;
  };
  expect([end(undefined), end(4 * bar), end(12 * bar)]).toEqual([undefined, 8 * bar, 12 * bar]);
});
