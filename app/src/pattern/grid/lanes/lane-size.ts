/** Height of a lane, in pixels. */
export const LANE_HEIGHT = 78;
/** Room above the loudest and below the softest stem, in pixels. */
export const MARGIN = 8;
/** How far apart the stems of a chord stand, in pixels. */
export const STEM_APART = 7;
