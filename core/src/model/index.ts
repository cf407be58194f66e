export * from './entities';
export * from './collections';
export { checkDocument, type DocumentFault } from './check';
export * from './document';
export * from './drums';
export { faultWords } from './list-of';
export * from './names';
export { salvageDocument, type Salvaged } from './salvage';
export * from './row-length';
