export {
  bringPhrase,
  phraseIntoPattern,
  songOfPhrase,
  tracksFor,
  wholeBars,
  withPhraseHeard,
  type Brought,
  type PhrasePlace,
} from './bring-phrase';
export { phraseOfPlacement, phraseOfStretch, type SavedPhrase } from './save-phrase';
export { READY_PHRASES } from '../shelf';
