export * from './engine';
export * from './meters';
export * from './sounds';
export { drumFor, kitRows } from './kits';
export { CEILING } from './limiter';
export { canRun, CHUNK } from './workbench';
