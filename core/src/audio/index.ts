export * from './engine';
export * from './sounds';
export { CEILING } from './limiter';
