import { homeOf, rulesOf, type Collection, type Entities, type Entity } from './collections';
import { inOrder, listsOf, rowsOf, type Document } from './document';
import type { Id } from './entities';

type Lists = Exclude<Collection, 'song'>;

/** Entities to be put into a document, those of an id that is there replacing it, and ids to be taken out of it. */
export interface Replacements {
  readonly put?: { readonly [C in Lists]?: readonly Entities[C][] };
  readonly remove?: { readonly [C in Lists]?: readonly Id[] };
}

/** The document with the replacements made. Whoever takes an entity out takes out what cannot be without it too. */
export function replaceIn(document: Document, { put = {}, remove = {} }: Replacements): Document {
  const lists = new Set([...Object.keys(put), ...Object.keys(remove)]) as Set<Lists>;
  return [...lists].reduce((after, of) => withList(after, of, put[of] ?? [], new Set(remove[of])), document);
}

function withList(document: Document, of: Lists, put: readonly Entity[], removed: ReadonlySet<Id>): Document {
  const gone = new Set([...removed, ...put.map(({ id }) => id)]);
  const { compare, home } = rulesOf(of);
  const replaced = (at: Id | undefined) => {
    const rows = rowsOf(document, of, at);
    const mine = put.filter((entity) => homeOf(of, entity) === at);
    if (mine.length === 0 && !rows.some(({ id }) => gone.has(id))) return rows;
    return inOrder([...rows.filter(({ id }) => !gone.has(id)), ...mine], compare);
  };
  if (home === undefined) return { ...document, [of]: replaced(undefined) };
  const homes = new Set([...listsOf(document, of).map(([at]) => at!), ...put.map((entity) => homeOf(of, entity)!)]);
  const next = [...homes].map((at) => [at, replaced(at)] as const);
  return { ...document, [of]: Object.fromEntries(next.filter(([, rows]) => rows.length > 0)) };
}
