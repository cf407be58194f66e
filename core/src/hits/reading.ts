/** Working with hits once they are found. The finder itself is left out: only a worker needs it. */
export * from './placed';
export * from './root-pitch';
export * from './strength';
export * from './tempo';
