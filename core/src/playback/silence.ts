import { findById, notesOf, type Document } from '../model/document';
import type { Id } from '../model/entities';
import { rowLength } from '../model/row-length';
import { SILENT_DB } from '../audio/level';

/** Why a part that has notes is not heard. */
export type Silence =
  | { readonly code: 'trackMuted'; readonly trackId: Id }
  | { readonly code: 'otherSolo'; readonly trackId: Id; readonly soloIds: readonly Id[] }
  | { readonly code: 'levelDown'; readonly trackId: Id }
  | { readonly code: 'placementMuted'; readonly placementId: Id }
  | { readonly code: 'beyondEnd' }
  | { readonly code: 'notesMuted' }
  | { readonly code: 'noChance' };

/** The first reason why the pattern of a placement would make no sound, or null: it can be heard, or has no notes at all. */
export function whySilent(document: Document, placementId: Id): Silence | null {
  const placement = findById(document.placements, placementId);
  const track = findById(document.tracks, placement?.trackId);
  const pattern = findById(document.patterns, placement?.patternId);
  if (!placement || !track || !pattern) return null;
  const notes = notesOf(document, pattern.id);
  if (notes.length === 0) return null;
  const soloIds = document.tracks.filter(({ soloed }) => soloed).map(({ id }) => id);
  if (soloIds.length > 0 && !track.soloed) return { code: 'otherSolo', trackId: track.id, soloIds };
  if (soloIds.length === 0 && track.muted) return { code: 'trackMuted', trackId: track.id };
  if (track.levelDb <= SILENT_DB) return { code: 'levelDown', trackId: track.id };
  if (placement.muted) return { code: 'placementMuted', placementId };
  const inLoop = notes.filter(({ start, pitch }) => start < rowLength(pattern, pitch));
  if (inLoop.length === 0) return { code: 'beyondEnd' };
  if (inLoop.every(({ muted }) => muted)) return { code: 'notesMuted' };
  return inLoop.every(({ muted, chance, oneOf }) => muted || (chance === 0 && oneOf === undefined)) ? { code: 'noChance' } : null;
}
