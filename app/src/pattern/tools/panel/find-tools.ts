import { ACTIONS, SELECTION_RULES, type ListedAction, type SelectionRule } from '@yibbo/core';
import type MiniSearch from 'minisearch';
import { forgivingIndex } from '../../../help/forgiving-index';

/** Something to be found in the panel. */
export type FoundTool =
  { readonly kind: 'action'; readonly action: ListedAction } | { readonly kind: 'rule'; readonly rule: SelectionRule };

const TOOLS: readonly FoundTool[] = [
  ...ACTIONS.map((action) => ({ kind: 'action', action }) as const),
  ...SELECTION_RULES.map((rule) => ({ kind: 'rule', rule }) as const),
];

let index: MiniSearch | null = null;

/** The tools that a few everyday words ask for, the likeliest first: by name, by other words for it, by what its help says. Forgives a
 *  typing error or two. */
export function findTools(query: string): readonly FoundTool[] {
  index ??= indexed();
  return index.search(query).map(({ id }) => TOOLS[id as number]!);
}

function indexed(): MiniSearch {
  return forgivingIndex(
    TOOLS.map((tool, id) =>
      tool.kind === 'action'
        ? { id, title: tool.action.label, words: tool.action.words.join(' '), text: tool.action.help }
        : { id, title: tool.rule.label, words: 'select choose pick', text: tool.rule.help },
    ),
  );
}
