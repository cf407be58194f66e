export * from './rule';
export * from './registry';
