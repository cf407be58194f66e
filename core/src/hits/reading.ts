/** What is done with hits once they are found: without the finder, which only a worker needs. */
export * from './placed';
export * from './root-pitch';
export * from './strength';
export * from './tempo';
