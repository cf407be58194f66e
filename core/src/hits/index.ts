export { HitFinder } from './find';
export * from './reading';
