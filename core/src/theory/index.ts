export * from './keys';
export * from './signature';
export * from './degrees';
export * from './suggest';
export * from './names';
export * from './chords';
export * from './progressions';
