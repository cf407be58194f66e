import { ACTIONS } from '@yibbo/core';
import MiniSearch from 'minisearch';
import { useDeferredValue, useMemo, useState } from 'react';
import { YStack } from '@tamagui/stacks';
import { TextField } from '../controls/TextField';
import { Words } from '../controls/words';
import { SheetFrame } from '../sheets/SheetFrame';
import { allExplanations, type Explanation } from './explain';

/** From so many letters on a word may hold a typing error. */
const FORGIVING_FROM = 4;

/** All that can be read of the program, by a few everyday words. */
export default function HelpSheet({ isPanel }: { readonly isPanel: boolean }) {
  const [query, setQuery] = useState('');
  const asked = useDeferredValue(query.trim());
  const all = useMemo(() => allExplanations(), []);
  const index = useMemo(() => indexOf(all), [all]);
  const shown = asked ? index.search(asked).map(({ id }) => all[id as number]!) : all;
  return (
    <SheetFrame title="Help" note={asked ? `${shown.length} found` : 'all there is'} isPanel={isPanel}>
      <TextField
        label="Search the help"
        placeholder="What are you looking for?"
        value={query}
        onChange={setQuery}
        onEscape={() => setQuery('')}
      />
      {shown.length === 0 ? <Words small>Nothing is written of that. Try another word, such as louder, loop or split.</Words> : null}
      <YStack role="list" aria-label="Help" gap={6}>
        {shown.map(({ title, text }, place) => (
          <YStack key={`${title} ${place}`} role="listitem">
            <Words strong>{title}</Words>
            <Words small>{text}</Words>
          </YStack>
        ))}
      </YStack>
    </SheetFrame>
  );
}

function indexOf(all: readonly Explanation[]): MiniSearch {
  const words = new Map(ACTIONS.map((action) => [action.label, action.words.join(' ')]));
  const index = new MiniSearch({
    fields: ['title', 'words', 'text'],
    searchOptions: {
      boost: { title: 4, words: 3, text: 1 },
      prefix: (term) => term.length >= 2,
      fuzzy: (term) => (term.length >= FORGIVING_FROM ? 0.25 : false),
      maxFuzzy: 2,
    },
  });
  index.addAll(all.map(({ title, text }, id) => ({ id, title, text, words: words.get(title) ?? '' })));
  return index;
}
