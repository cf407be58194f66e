export * from './new-song';
export * from './demo';
export * from './copy-song';
