/** Samples a second, everywhere: live, offline and in tests. */
export const SAMPLE_RATE = 48_000;
