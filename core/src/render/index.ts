export * from './options';
export { exportStem, stemGain } from './stems';
export * from './export-wav';
export { ENDINGS, rendered, type Ending, type RenderedBlock } from './rendered';
export type { Block } from '../audio/resample';
export { EngineFeed, type RenderSpan } from './feed';
export { WAV_BITS, type WavBits } from './wav';
export { LoudnessMeter, TruePeakMeter } from '../audio/loudness';
