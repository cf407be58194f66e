import type { Document } from '../model/document';
import type { Change } from './change';
import { DocumentDraft, type Mismatch } from './draft';
import { asFound } from './found';
import { wrongValue } from './values';

export type { Mismatch } from './draft';
export type Applied = { readonly ok: true; readonly document: Document } | { readonly ok: false; readonly mismatch: Mismatch };

/** Applies `change`, or refuses it whole, naming the first thing that does not fit. The document given stays as it is. */
export function apply(document: Document, change: Change): Applied {
  const known = asFound(document, change.entries);
  if (known && !change.entries.some((entry) => entry.kind === 'edit' && wrongValue(entry))) return { ok: true, document: known };
  const draft = new DocumentDraft(document);
  for (const entry of change.entries) {
    const found = draft.take(entry);
    if (found) return { ok: false, mismatch: found };
  }
  const dangling = draft.dangling();
  return dangling ? { ok: false, mismatch: dangling } : { ok: true, document: draft.done() };
}

/** Applies a Change that is known to fit. Throws, naming entity and field, where it does not. */
export function applyOwn(document: Document, change: Change): Document {
  const applied = apply(document, change);
  if (!applied.ok) throw new Error(`Change "${change.label}" does not fit: ${JSON.stringify(applied.mismatch)}`);
  return applied.document;
}
