import type { Collection, Entity } from '../model/collections';
import type { Id } from '../model/entities';

/** Whole entities put in or taken out. */
export interface WholeEntry {
  readonly kind: 'create' | 'remove';
  readonly of: Collection;
  readonly entities: readonly Entity[];
}

/** Field patches on existing entities, by columns: `fields.start = [before[], after[]]`, one value for each id.
 *  An absent optional field is null. `in` names the pattern when `of` is notes. */
export interface EditEntry {
  readonly kind: 'edit';
  readonly of: Collection;
  readonly in?: Id;
  readonly ids: readonly Id[];
  readonly fields: Readonly<Record<string, readonly [readonly unknown[], readonly unknown[]]>>;
}

export type Entry = WholeEntry | EditEntry;

/** The only way a document changes. One gesture is one Change. */
export interface Change {
  readonly id: Id;
  /** The edit in words, for the history. */
  readonly label: string;
  /** Milliseconds since 1970, by the clock of the device that made it. */
  readonly at: number;
  readonly device: string;
  /** How it was made, where actions made it: one after the other. */
  readonly made?: readonly Made[];
  /** The Change this one takes back. */
  readonly undoes?: Id;
  /** The name of a saved point: the Change only marks where the song was, and has no entries. */
  readonly point?: string;
  /** Names a run of Changes that undo takes back as one once the run is over: steps put in one after the other, the passes of a recording. */
  readonly together?: Id;
  readonly entries: readonly Entry[];
}

/** One run of an action: enough to open it again, to make a step of a recipe of it, or to run it once more. */
export interface Made {
  readonly actionId: string;
  readonly params: unknown;
  readonly seed: number;
  /** Empty where it was the whole pattern. */
  readonly noteIds: readonly Id[];
}

/** A Change without its entries, as the history keeps it. */
export type ChangeLabel = Pick<Change, 'id' | 'label' | 'at' | 'device' | 'undoes' | 'point' | 'together'>;

export function labelOf({ id, label, at, device, undoes, point, together }: Change): ChangeLabel {
  return { id, label, at, device, ...(undoes ? { undoes } : {}), ...(point ? { point } : {}), ...(together ? { together } : {}) };
}
