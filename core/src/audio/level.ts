/** A track's level in decibels at or below which it is silent. */
export const SILENT_DB = -59.9;
