export * from './change';
export * from './read-changes';
export * from './apply';
export * from './diff';
export * from './invert';
export * from './layer';
export * from './history';
export { bothChanged } from './both-changed';
export { sameValue } from './same';
