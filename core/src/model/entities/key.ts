import { z } from 'zod';
import { once, type Described } from '../once';

/** A key: what notes are spelled by, and which of them a scale has. */
export const keySchema = once(() =>
  z.object({
    /** Spelled tonic: "G", "B♭" is written "Bb". */
    tonic: z.string().regex(/^[A-G](#|b)?$/, 'A tonic is a letter A to G, with # or b.'),
    scale: z.string().min(1).max(40),
  }),
);
export type KeyChoice = Described<typeof keySchema>;
