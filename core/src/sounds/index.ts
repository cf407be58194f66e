export * from './library';
export * from './similar';
export * from './track-sound';
