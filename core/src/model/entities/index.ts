export { idSchema, type Id } from './basics';
export * from './file';
export * from './key';
export * from './song';
export * from './track';
export * from './pattern';
export * from './note';
export * from './placement';
export * from './section';
