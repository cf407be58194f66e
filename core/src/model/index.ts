export * from './entities';
export * from './collections';
export { checkDocument, type DocumentFault } from './check';
export * from './document';
export * from './drums';
export * from './names';
export * from './row-length';
