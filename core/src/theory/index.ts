export * from './keys';
export * from './signature';
export * from './degrees';
export * from './names';
