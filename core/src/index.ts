export * from './time';
export * from './model';
export * from './change';
export * from './theory';
export * from './notes';
export * from './lanes';
export * from './actions';
export * from './select';
export * from './gesture';
export * from './playback';
export * from './input';
export * from './audio';
export * from './sounds';
export { MAX_FILE_BYTES, MAX_FILE_NOTES, refusal, type Mended, type Refusal } from './midi/words';
export * from './song';
export { KEY_FITS, type KeyFit } from './shelf/fit';
export {
  MOST_PHRASE_NOTES,
  PHRASE_ROLES,
  type KnownPhrase,
  type PhrasePart,
  type PhraseRole,
  type ShelfPhrase,
} from './shelf/phrase';
export * from './api';
