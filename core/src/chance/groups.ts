import type { Id, Note } from '../model/entities';
import { draw, drawIdOf, isInTurn, type DrawFrom } from './draws';

/** The most draws that are remembered. */
const DRAWS_KEPT = 2000;

/** The one-of groups among some notes: of each, one sounds in each pass. Pieces of a cut note stand together as one. */
export class Groups {
  private readonly byId = new Map<Id, Note[]>();
  private readonly drawn = new Map<string, Id | null>();

  /** `notes` are those that can sound: not muted, inside their loops. */
  constructor(
    notes: readonly Note[],
    private readonly from: DrawFrom,
  ) {
    for (const note of notes) {
      if (note.oneOf === undefined) continue;
      const group = this.byId.get(note.oneOf);
      if (group) group.push(note);
      else this.byId.set(note.oneOf, [note]);
    }
  }

  /** The note of a group that sounds in `pass` (the one `drawIdOf` names); null where none has its turn. */
  chosen(groupId: Id, pass: number): Id | null {
    const key = `${groupId} ${pass}`;
    const known = this.drawn.get(key);
    if (known !== undefined) return known;
    if (this.drawn.size >= DRAWS_KEPT) this.drawn.clear();
    const made = this.choose(groupId, pass);
    this.drawn.set(key, made);
    return made;
  }

  private choose(groupId: Id, pass: number): Id | null {
    const shares = new Map<Id, number>();
    for (const note of this.byId.get(groupId) ?? []) {
      const id = drawIdOf(note);
      if (isInTurn(note, pass) && !shares.has(id)) shares.set(id, note.share ?? 1);
    }
    // In an order that moving the notes does not change.
    const candidates = [...shares].sort(([a], [b]) => (a < b ? -1 : 1));
    const lots = candidates.reduce((sum, [, share]) => sum + share, 0);
    let lot = draw(this.from, groupId, pass) * lots;
    return candidates.find(([, share]) => (lot -= share) < 0)?.[0] ?? null;
  }
}
