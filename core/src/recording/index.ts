/** What is needed only once something is recorded, or is about to be: apart from the rest, so that a page that plays nothing in need not read it. */
export * from '../input/input-quantize';
export * from '../input/plan';
export * from '../input/played';
export * from '../input/ready';
export * from '../input/recorder';
export * from '../input/simulated';
export * from '../input/take';
export * from '../input/tap-test';
export * from '../song/takes';
