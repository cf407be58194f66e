import { paramsOf, sliderParam, wholeParam } from '../actions/params';
import { seededRandom } from '../chance/random';
import { selectionRule } from './rule';

export const randomShare = selectionRule({
  id: 'random-share',
  label: 'A random share',
  short: 'Random',
  help: 'A percentage of the notes, picked at random. The same number picks the same notes again.',
  words: ['chance', 'random', 'some', 'sprinkle'],
  params: paramsOf({ share: sliderParam('Share', 0, 100, 50, '%'), seed: wholeParam('Draw', 1, 9999, 1) }),
  pick: (notes, _selected, { share, seed }) => {
    const random = seededRandom(seed);
    const drawn = notes.map(({ id }) => ({ id, at: random() })).sort((a, b) => a.at - b.at);
    const taken = new Set(drawn.slice(0, Math.round((share / 100) * notes.length)).map(({ id }) => id));
    return notes.filter(({ id }) => taken.has(id)).map(({ id }) => id);
  },
});
