import { ACTIONS } from '@yibbo/core';
import type MiniSearch from 'minisearch';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import { XStack, YStack } from '@tamagui/stacks';
import { Press } from '../../controls/Press';
import { closeSheet } from '../../acts/open-sheet';
import { tourSet } from '../../state/session/tour';
import { useAppDispatch } from '../../state/store';
import { SearchField } from '../../controls/SearchField';
import { Words } from '../../controls/words';
import { SheetFrame } from '../sheets/SheetFrame';
import { allExplanations, type Explanation } from './explain';
import { ExamplePicture } from './ExamplePicture';
import { ReportFault } from './ReportFault';
import { forgivingIndex } from './forgiving-index';
import { besideAddress } from '../../browser/build';

/** All that can be read of the program, by a few everyday words. */
export default function HelpSheet({ isPanel }: { readonly isPanel: boolean }) {
  const dispatch = useAppDispatch();
  const show = () => {
    dispatch(closeSheet);
    dispatch(tourSet('draw'));
  };
  const [query, setQuery] = useState('');
  const asked = useDeferredValue(query.trim());
  const guide = useGuide();
  const all = useMemo(() => [...guide, ...allExplanations()], [guide]);
  const index = useMemo(() => indexOf(all), [all]);
  const shown = asked ? index.search(asked).map(({ id }) => all[id as number]!) : all;
  return (
    <SheetFrame title="Help" note={asked ? `${shown.length} found` : 'all there is'} isPanel={isPanel}>
      <SearchField label="Search the help" placeholder="What are you looking for?" value={query} onChange={setQuery} />
      {shown.length === 0 ? <Words small>Nothing is written of that. Try another word, such as louder, loop or split.</Words> : null}
      <YStack role="list" aria-label="Help" gap={6}>
        {shown.map((each, place) => (
          <Explained key={`${each.title} ${place}`} {...each} />
        ))}
      </YStack>
      <Words strong>New here?</Words>
      <XStack gap={8} alignItems="center">
        <Press label="Show me" look="raised" onPress={show} />
        <Words small faded>
          Three steps on the part that is open, or the next one.
        </Words>
      </XStack>
      <Words strong>Something wrong?</Words>
      <ReportFault />
    </SheetFrame>
  );
}

function Explained({ title, text, html, actionId }: Explanation) {
  return (
    <YStack role="listitem" gap={2}>
      <Words strong>{title}</Words>
      {html ? <GuideText html={html} /> : <Words small>{text}</Words>}
      {actionId ? <ExamplePicture actionId={actionId} /> : null}
    </YStack>
  );
}

/** A text of the guide. It is the program's own, made when it is built. */
function GuideText({ html }: { readonly html: string }) {
  return <div style={{ fontSize: 14, lineHeight: '20px', color: 'var(--ink)' }} dangerouslySetInnerHTML={{ __html: html }} />;
}

/** The guide's entries; none until they are here, or where they cannot be had. */
function useGuide(): readonly Explanation[] {
  const [guide, setGuide] = useState<readonly Explanation[]>([]);
  useEffect(() => {
    let isLeft = false;
    const take = (entries: readonly Pick<Required<Explanation>, 'title' | 'html'>[]) => {
      if (!isLeft) setGuide(entries.map(({ title, html }) => ({ title, html, text: html.replace(/<[^>]*>/g, '') })));
    };
    fetch(besideAddress('/work/guide.json'))
      .then((answer) => answer.json())
      .then(take)
      .catch(() => undefined);
    return () => void (isLeft = true);
  }, []);
  return guide;
}

function indexOf(all: readonly Explanation[]): MiniSearch {
  const words = new Map(ACTIONS.map((action) => [action.label, action.words.join(' ')]));
  return forgivingIndex(all.map(({ title, text }, id) => ({ id, title, text, words: words.get(title) ?? '' })));
}
