export { HitFinder, hitsAt, type FoundHit } from './find';
export * from './placed';
export * from './tempo';
