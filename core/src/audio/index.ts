export * from './engine';
export * from './engine-host';
export * from './meters';
export * from './sounds';
export { drumFor, kitRows, middleKey } from './kits';
export { USUAL_ROOM, type RoomShape } from './room';
export { CEILING } from './limiter';
export { canRun, CHUNK } from './workbench';
