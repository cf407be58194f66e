export * from './move';
export * from './resize';
export * from './rotate';
export * from './split';
export * from './landing';
export * from './summary';
