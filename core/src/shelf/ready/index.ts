import type { KnownPhrase } from '../phrase';
import { drumPhrase, linePhrase } from '../written';
import { BASSES } from './bass';
import { CHORD_PHRASES } from './chords';
import { DRUMS } from './drums';
import { FILLS } from './fills';
import { LEADS } from './leads';

/** The phrases that come with it, in the order they are shown. */
export const READY_PHRASES: readonly KnownPhrase[] = [
  ...DRUMS.map(drumPhrase),
  ...FILLS.map(drumPhrase),
  ...BASSES.map(linePhrase),
  ...CHORD_PHRASES.map(linePhrase),
  ...LEADS.map(linePhrase),
].map((phrase) => ({ id: `ready ${phrase.name.toLowerCase().replace(/[^a-z]+/g, '-')}`, phrase, isOwn: false }));
