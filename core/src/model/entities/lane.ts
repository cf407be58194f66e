import { z } from 'zod';
import { idSchema, tickSchema } from './basics';

/** The highest number of a controller that has a value; those from 120 on are commands. */
export const MAX_CONTROLLER = 119;
/** Half of a pitch bend's 14 bits: its value runs from minus this to one less. */
export const BEND_CENTRE = 8192;
/** How far a bend reaches where nothing else is said, in semitones: what a receiver takes by itself. */
export const COMMON_BEND_RANGE = 2;
export const MAX_BEND_RANGE = 24;

/** A curve over a pattern's time, beside its notes: pitch bend, channel pressure or a controller of MIDI 1.0. */
export const laneSchema = z.object({
  id: idSchema,
  patternId: idSchema,
  target: z.string().regex(/^(?:bend|pressure|cc:(?:\d|[1-9]\d|1[01]\d))$/, 'A lane is "bend", "pressure" or "cc:" and a number to 119.'),
  /** Semitones that a bend reaches up and down; absent means 2. */
  range: z.int().min(1).max(MAX_BEND_RANGE).optional(),
});
export type Lane = z.infer<typeof laneSchema>;

/** A lane's course after a point: hold the value until the next point, or move to its value in a straight line. */
export const LANE_SHAPES = ['hold', 'straight'] as const;

export const lanePointSchema = z.object({
  id: idSchema,
  laneId: idSchema,
  /** From the pattern's beginning. */
  tick: tickSchema,
  /** 0..127; of a bend the 14 bits about its centre. */
  value: z
    .int()
    .min(-BEND_CENTRE)
    .max(BEND_CENTRE - 1),
  shape: z.enum(LANE_SHAPES),
});
export type LanePoint = z.infer<typeof lanePointSchema>;
