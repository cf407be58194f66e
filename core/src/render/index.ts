export * from './export-wav';
export { rendered, type RenderedBlock, type Block } from './rendered';
export { EngineFeed, type RenderSpan } from './feed';
export { WAV_BITS, type WavBits } from './wav';
export { LoudnessMeter, TruePeakMeter } from './loudness';
