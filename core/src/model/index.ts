export * from './entities';
export * from './document';
export * from './drums';
export * from './names';
export * from './row-length';
