import { ACTIONS } from '@yibbo/core';
import type MiniSearch from 'minisearch';
import { useDeferredValue, useMemo, useState } from 'react';
import { YStack } from '@tamagui/stacks';
import { TextField } from '../controls/TextField';
import { Words } from '../controls/words';
import { SheetFrame } from '../sheets/SheetFrame';
import { allExplanations, type Explanation } from './explain';
import { forgivingIndex } from './forgiving-index';

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
  return forgivingIndex(all.map(({ title, text }, id) => ({ id, title, text, words: words.get(title) ?? '' })));
}
