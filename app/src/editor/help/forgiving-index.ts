import MiniSearch from 'minisearch';

/** Something to be found, by its place in a list. */
export interface Findable {
  readonly id: number;
  readonly title: string;
  /** Other words that people call it by. */
  readonly words: string;
  readonly text: string;
}

/** Words that people write round what they look for. */
const STOP_WORDS = new Set('a an all and by do how i in it make my notes note of on the them to'.split(' '));
/** Minimum number of letters in a word that may contain a typing error. */
const FORGIVING_FROM = 4;

/** An index that finds by a few everyday words: by title, by other words for it, by its text. Forgives a typing error or two. */
export function forgivingIndex(rows: readonly Findable[]): MiniSearch {
  const made = new MiniSearch({
    fields: ['title', 'words', 'text'],
    processTerm: (term) => (STOP_WORDS.has(term.toLowerCase()) ? null : term.toLowerCase()),
    searchOptions: {
      boost: { title: 4, words: 3, text: 1 },
      prefix: (term) => term.length >= 2,
      fuzzy: (term) => (term.length >= FORGIVING_FROM ? 0.25 : false),
      maxFuzzy: 2,
    },
  });
  made.addAll(rows);
  return made;
}
