export * from './new-song';
export * from './demo';
export * from './copy-song';
export * from './marks';
export * from './placing';
export * from './sections';
export * from './variants';
export { contentEnd, freeName, copyTime, cutAt, deleteTime, endOfSong, insertTime, makeOwn, moveTime, type CopyMode } from './stretch';
