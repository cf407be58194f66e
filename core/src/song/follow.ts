import { actionById, type ActionId } from '../actions/registry';
import { findById, type Document } from '../model/document';
import type { Id, Placement, Treatment } from '../model/entities';
import { soundById } from '../sounds';
import { newTrack } from './new-song';
import { withTrackAt } from './placing';
import { withPlacements } from './stretch';
import { withTreatments } from './treatments';

/** A kind of part that follows another: the sound of a new track for it, and the actions that make it of the other's notes. */
export interface Follower {
  readonly name: string;
  readonly soundId: string;
  readonly actions: readonly { readonly actionId: ActionId; readonly params: Treatment['params'] }[];
}

/** The parts that can be made of chords. */
export const FOLLOWERS = {
  bass: { name: 'Bass', soundId: 'round-bass', actions: [{ actionId: 'one-voice', params: { which: 'lowest', octaves: -1 } }] },
  lead: {
    name: 'Lead',
    soundId: 'gull-lead',
    actions: [
      { actionId: 'join', params: { what: 'repeats' } },
      { actionId: 'arpeggio', params: { rounds: 2, rate: '1/16' } },
    ],
  },
  pad: {
    name: 'Pad',
    soundId: 'fog-pad',
    actions: [
      { actionId: 'join', params: { what: 'repeats' } },
      { actionId: 'extend', params: { next: 'any' } },
    ],
  },
  same: { name: 'A copy', soundId: 'lamp-keys', actions: [] },
  strummed: { name: 'Strummed keys', soundId: 'lamp-keys', actions: [{ actionId: 'strum', params: { time: 40 } }] },
} as const satisfies Readonly<Record<string, Follower>>;

export type FollowerKind = keyof typeof FOLLOWERS;

/** A linked copy of a placement on another track, or on a new one below its own, with actions kept adjustable on it: when the notes change, it follows.
 *  Gives the copy's id; null where there is nothing to follow. */
export function withFollower(
  document: Document,
  placementId: Id,
  kind: FollowerKind,
  trackId: Id | null,
  newId: () => Id,
): { readonly document: Document; readonly placementId: Id } | null {
  const placement = findById(document.placements, placementId);
  const from = document.tracks.findIndex(({ id }) => id === placement?.trackId);
  if (!placement || from < 0) return null;
  const { soundId, actions }: Follower = FOLLOWERS[kind];
  const made = trackId ? null : newTrack(document, soundById(soundId), newId).track;
  const withRoom = made ? withTrackAt({ ...document, tracks: [...document.tracks, made] }, made.id, from + 1) : document;
  const copy: Placement = { ...placement, id: newId(), trackId: made?.id ?? trackId! };
  const treatments = actions.map(({ actionId, params }, order): Treatment => ({
    id: newId(),
    parentId: copy.id,
    order,
    actionId,
    params: { ...(actionById(actionId).params.parse({}) as Treatment['params']), ...params },
    on: true,
  }));
  const placed = withPlacements(withRoom, [...withRoom.placements, copy]);
  return { document: withTreatments(placed, treatments), placementId: copy.id };
}
