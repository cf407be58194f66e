/** Code for recording alone, kept apart so that a page that records nothing does not load it. */
export * from '../input/input-quantize';
export * from '../input/plan';
export * from '../input/played';
export * from '../input/ready';
export * from '../input/recorder';
export * from '../input/simulated';
export * from '../input/take';
export * from '../input/tap-test';
export * from '../song/takes';
