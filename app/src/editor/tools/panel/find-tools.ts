import { ACTIONS, SELECTION_RULES, type ListedAction, type SelectionRule } from '@yibbo/core';
import type MiniSearch from 'minisearch';
import { forgivingIndex, type Findable } from '../../help/forgiving-index';
import { PLACES, type ToolPlace } from './places';

/** Something to be found in the panel. */
export type FoundTool =
  | { readonly kind: 'action'; readonly action: ListedAction }
  | { readonly kind: 'rule'; readonly rule: SelectionRule }
  | { readonly kind: 'place'; readonly place: ToolPlace };

const TOOLS: readonly FoundTool[] = [
  ...ACTIONS.map((action) => ({ kind: 'action', action }) as const),
  ...SELECTION_RULES.map((rule) => ({ kind: 'rule', rule }) as const),
  ...PLACES.map((place) => ({ kind: 'place', place }) as const),
];

let index: MiniSearch | null = null;

/** The tools that a few everyday words ask for, the likeliest first: by name, by other words for it, by what its help says. Forgives a
 *  typing error or two. */
export function findTools(query: string): readonly FoundTool[] {
  index ??= indexed();
  return index.search(query).map(({ id }) => TOOLS[id as number]!);
}

function indexed(): MiniSearch {
  return forgivingIndex(TOOLS.map((tool, id) => ({ id, ...findableOf(tool) })));
}

function findableOf(tool: FoundTool): Omit<Findable, 'id'> {
  switch (tool.kind) {
    case 'action': {
      const { label, words, help, quick = [] } = tool.action;
      return { title: label, words: [...words, ...quick.map((form) => form.label)].join(' '), text: help };
    }
    case 'rule':
      return { title: tool.rule.label, words: `select choose pick ${tool.rule.words.join(' ')}`, text: tool.rule.help };
    case 'place':
      return { title: tool.place.label, words: tool.place.words, text: tool.place.help };
  }
}
