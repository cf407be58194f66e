export * from './library';
export * from './alike';
