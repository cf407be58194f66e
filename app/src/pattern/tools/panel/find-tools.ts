import { ACTIONS, SELECTION_RULES, type ListedAction, type SelectionRule } from '@yibbo/core';
import MiniSearch from 'minisearch';

/** Something to be found in the panel. */
export type FoundTool =
  { readonly kind: 'action'; readonly action: ListedAction } | { readonly kind: 'rule'; readonly rule: SelectionRule };

const TOOLS: readonly FoundTool[] = [
  ...ACTIONS.map((action) => ({ kind: 'action', action }) as const),
  ...SELECTION_RULES.map((rule) => ({ kind: 'rule', rule }) as const),
];

/** Words that people write round what they look for. */
const STOP_WORDS = new Set([
  'a',
  'an',
  'all',
  'and',
  'by',
  'do',
  'how',
  'i',
  'in',
  'it',
  'make',
  'my',
  'notes',
  'note',
  'of',
  'on',
  'the',
  'them',
  'to',
]);
/** From so many letters on a word may hold a typing error. */
const FORGIVING_FROM = 4;

let index: MiniSearch | null = null;

/** The tools that a few everyday words ask for, the likeliest first: by name, by other words for it, by what its help says. Forgives a
 *  typing error or two. */
export function findTools(query: string): readonly FoundTool[] {
  index ??= indexed();
  return index.search(query).map(({ id }) => TOOLS[id as number]!);
}

function indexed(): MiniSearch {
  const made = new MiniSearch({
    fields: ['label', 'words', 'help'],
    processTerm: (term) => (STOP_WORDS.has(term.toLowerCase()) ? null : term.toLowerCase()),
    searchOptions: {
      boost: { label: 4, words: 3, help: 1 },
      prefix: (term) => term.length >= 2,
      fuzzy: (term) => (term.length >= FORGIVING_FROM ? 0.25 : false),
      maxFuzzy: 2,
    },
  });
  made.addAll(
    TOOLS.map((tool, id) =>
      tool.kind === 'action'
        ? { id, label: tool.action.label, words: tool.action.words.join(' '), help: tool.action.help }
        : { id, label: tool.rule.label, words: 'select choose pick', help: tool.rule.help },
    ),
  );
  return made;
}
