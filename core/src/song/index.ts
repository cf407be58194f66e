export * from './new-song';
export * from './demo';
