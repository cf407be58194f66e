export * from './change';
export * from './read-changes';
export * from './apply';
export * from './diff';
export * from './invert';
export * from './compose';
export * from './layer';
export * from './history';
export { sameValue } from './same';
